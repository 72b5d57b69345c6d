package org.calmanchor.checks;

import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.calmanchor.core.model.SoapVersion;
import org.jspecify.annotations.Nullable;

/**
 * A call and its expected outcome.
 *
 * @param name what it is about, in the author's words; unique in its file
 * @param service the port type's name; empty if the file does not say
 * @param operation the operation's name on the wire
 * @param version the version that is spoken, or null for the service's first
 * @param input the request's members by name, as {@link
 *     org.calmanchor.core.dynamic.DynamicMessages} takes them
 * @param headerBlocks the header blocks by name
 * @param expected what must come of it
 * @param settings how it is run
 */
public record Check(
    String name,
    String service,
    String operation,
    @Nullable SoapVersion version,
    Map<String, Object> input,
    Map<String, Object> headerBlocks,
    Expected expected,
    CheckSettings settings) {
  /**
   * Copies the maps.
   *
   * @throws IllegalArgumentException when it has no name or no operation
   */
  public Check {
    if (name.isBlank() || operation.isBlank()) {
      throw new IllegalArgumentException("a check needs a name and an operation");
    }
    input = Collections.unmodifiableMap(new LinkedHashMap<>(input));
    headerBlocks = Collections.unmodifiableMap(new LinkedHashMap<>(headerBlocks));
  }

  /** Creates a check of one call. */
  public Check(
      String name,
      String service,
      String operation,
      @Nullable SoapVersion version,
      Map<String, Object> input,
      Map<String, Object> headerBlocks,
      Expected expected) {
    this(name, service, operation, version, input, headerBlocks, expected, CheckSettings.NONE);
  }

  /**
   * Whether it is one call whose values are all in the file: it has no steps before it, takes
   * nothing from elsewhere, and is not about who calls.
   */
  public boolean isOneCall() {
    return settings.given().isEmpty()
        && settings.caller() == null
        && !(expected instanceof Expected.Refused)
        && !References.areIn(input)
        && !References.areIn(headerBlocks)
        && !(expected instanceof Expected.Result result && References.areIn(result.values()))
        && !(expected instanceof Expected.Fault fault
            && fault.values() != null
            && References.areIn(fault.values()));
  }

  /** The same check with other values. */
  Check with(Map<String, Object> input, Map<String, Object> headerBlocks, Expected expected) {
    return new Check(name, service, operation, version, input, headerBlocks, expected, settings);
  }

  /** The same single call by a caller, if it does not have one already. */
  Check calledBy(@Nullable CheckCaller caller) {
    return settings.caller() != null
        ? this
        : new Check(
            name,
            service,
            operation,
            version,
            input,
            headerBlocks,
            expected,
            CheckSettings.callBy(caller));
  }

  /** The same check as a file can hold it: all values are texts, and absent ones are left out. */
  Check plain() {
    return with(
        plain(input),
        plain(headerBlocks),
        expected instanceof Expected.Result result
            ? new Expected.Result(plain(result.values()), result.compare())
            : expected instanceof Expected.Fault fault && fault.values() != null
                ? new Expected.Fault(
                    fault.name(),
                    fault.code(),
                    fault.reason(),
                    plain(fault.values()),
                    fault.compare())
                : expected);
  }

  private static Map<String, Object> plain(Map<String, Object> values) {
    Map<String, Object> plain = new LinkedHashMap<>();
    values.forEach(
        (key, value) -> {
          if (value != null) {
            plain.put(key, plainValue(value));
          }
        });
    return plain;
  }

  private static Object plainValue(Object value) {
    if (value instanceof Map<?, ?> map) {
      Map<String, Object> named = new LinkedHashMap<>();
      map.forEach((key, member) -> named.put(String.valueOf(key), member));
      return plain(named);
    }
    if (value instanceof List<?> list) {
      return list.stream().map(item -> item == null ? "" : plainValue(item)).toList();
    }
    return value instanceof Matcher || value instanceof Reference ? value : value.toString();
  }
}
