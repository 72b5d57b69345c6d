package org.calmanchor.junit;

import java.math.BigDecimal;
import java.util.List;
import java.util.Map;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.assertj.core.api.AbstractAssert;
import org.calmanchor.core.dynamic.Outcome;
import org.jspecify.annotations.Nullable;

/** Asserts about the answer of an operation: a result, or a fault. */
public final class OutcomeAssert extends AbstractAssert<OutcomeAssert, Outcome> {
  private static final Pattern STEP = Pattern.compile("([^\\[]+)((?:\\[\\d+])*)");
  private static final Pattern ITEM = Pattern.compile("\\[(\\d+)]");

  OutcomeAssert(@Nullable Outcome outcome) {
    super(outcome, OutcomeAssert.class);
  }

  /** Passes if the operation gave a result, and no fault. */
  public OutcomeAssert isResult() {
    isNotNull();
    if (!(actual instanceof Outcome.Result)) {
      failWithMessage("Expected a result, but found %s", words());
    }
    return this;
  }

  /** Passes if the answer is a declared fault of that name. */
  public OutcomeAssert isFault(String name) {
    isNotNull();
    if (!(actual instanceof Outcome.DeclaredFault fault && fault.name().equals(name))) {
      failWithMessage("Expected the declared fault \"%s\", but found %s", name, words());
    }
    return this;
  }

  /**
   * Passes if the answer is a fault that the contract does not declare.
   *
   * @param code its code's local name, such as {@code Sender}
   */
  public OutcomeAssert isUndeclaredFault(String code) {
    isNotNull();
    if (!(actual instanceof Outcome.OtherFault fault && fault.code().equals(code))) {
      failWithMessage("Expected an undeclared fault \"%s\", but found %s", code, words());
    }
    return this;
  }

  /** Passes if the answer is a fault whose words contain {@code text}. */
  public OutcomeAssert hasReasonContaining(String text) {
    isNotNull();
    String reason =
        actual instanceof Outcome.DeclaredFault declared
            ? declared.reason()
            : actual instanceof Outcome.OtherFault other ? other.reason() : null;
    if (reason == null || !reason.contains(text)) {
      failWithMessage("Expected a fault whose reason contains \"%s\", but found %s", text, words());
    }
    return this;
  }

  /**
   * Passes if a value of the result, or of the fault's detail, is as expected. Numbers are equal if
   * their values are, so 127.5 is 127.50; all else by its form on the wire.
   *
   * @param path names with slashes between them, items counted from 1: {@code result/boat[2]/name}
   * @param expected the value, or its text
   */
  public OutcomeAssert hasValue(String path, Object expected) {
    Object found = valueAt(path);
    if (found == null) {
      failWithMessage("Expected %s to be %s, but there is none in %s", path, expected, words());
    } else if (!isEqual(found, expected)) {
      failWithMessage("Expected %s to be %s, but it is %s", path, expected, found);
    }
    return this;
  }

  /** Passes if there is no value at a path. */
  public OutcomeAssert hasNoValue(String path) {
    Object found = valueAt(path);
    if (found != null) {
      failWithMessage("Expected nothing at %s, but found %s", path, found);
    }
    return this;
  }

  /** Passes if there is a list of so many items at a path. */
  public OutcomeAssert hasSize(String path, int size) {
    Object found = valueAt(path);
    int items = found instanceof List<?> list ? list.size() : found == null ? 0 : 1;
    if (items != size) {
      failWithMessage(
          "Expected %s items at %s, but there are %s in %s", size, path, items, words());
    }
    return this;
  }

  private static boolean isEqual(Object found, Object expected) {
    if (found.equals(expected)) {
      return true;
    }
    String one = found.toString();
    String other = expected.toString();
    return one.equals(other) || (isNumber(one) && isNumber(other) && isSame(one, other));
  }

  private static boolean isNumber(String text) {
    return text.matches("[+-]?(\\d+[.]?\\d*|[.]\\d+)");
  }

  private static boolean isSame(String one, String other) {
    return new BigDecimal(one).compareTo(new BigDecimal(other)) == 0;
  }

  private @Nullable Object valueAt(String path) {
    isNotNull();
    Object value =
        actual instanceof Outcome.Result result
            ? result.values()
            : actual instanceof Outcome.DeclaredFault fault ? fault.values() : null;
    for (String step : path.split("/", -1)) {
      Matcher parts = STEP.matcher(step);
      if (!parts.matches()) {
        throw new IllegalArgumentException(
            "\"" + path + "\" is no path; write one like result/boat[2]/name");
      }
      value = value instanceof Map<?, ?> members ? members.get(parts.group(1)) : null;
      for (Matcher item = ITEM.matcher(parts.group(2)); item.find(); ) {
        int index = Integer.parseInt(item.group(1));
        value =
            value instanceof List<?> items && index >= 1 && index <= items.size()
                ? items.get(index - 1)
                : null;
      }
    }
    return value;
  }

  private String words() {
    if (actual instanceof Outcome.Result result) {
      return "the result " + result.values();
    }
    if (actual instanceof Outcome.DeclaredFault fault) {
      return "the fault " + fault.name() + ", \"" + fault.reason() + "\", " + fault.values();
    }
    if (actual instanceof Outcome.OtherFault fault) {
      return "an undeclared fault, "
          + fault.code()
          + ", \""
          + fault.reason()
          + "\""
          + (fault.problems().isEmpty() ? "" : " " + fault.problems());
    }
    return "an answer that does not conform: " + ((Outcome.Unreadable) actual).reason();
  }
}
