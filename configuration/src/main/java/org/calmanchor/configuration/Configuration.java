package org.calmanchor.configuration;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Consumer;
import org.jspecify.annotations.Nullable;

/**
 * The values of all {@link Settings}, and where each one comes from. Immutable. Its text never has
 * a secret.
 */
public final class Configuration {
  /** A configuration in which every setting has its default value. */
  public static final Configuration DEFAULT = new Configuration(Map.of());

  /** The name of the file that is read in the working folder if no other one is named. */
  public static final String FILE = "calm-anchor.yaml";

  private final Map<Setting<?>, GivenValue<?>> given;

  Configuration(Map<Setting<?>, GivenValue<?>> given) {
    this.given = Map.copyOf(given);
  }

  /** The value that was given for a setting; empty if it has its default value, or none. */
  @SuppressWarnings("unchecked") // a setting is a key for values of its own type only
  public <T> Optional<T> find(Setting<T> setting) {
    GivenValue<T> found = (GivenValue<T>) given.get(setting);
    return found == null ? Optional.empty() : Optional.of(found.value());
  }

  /**
   * The value of a setting that has a default value.
   *
   * @throws IllegalArgumentException when it has none
   */
  public <T> T value(Setting<T> setting) {
    return find(setting).orElseGet(() -> byDefault(setting));
  }

  private static <T> T byDefault(Setting<T> setting) {
    if (setting.byDefault().isEmpty()) {
      throw new IllegalArgumentException(setting + " has no default value");
    }
    return setting.form().read(List.of(setting.byDefault()));
  }

  /** Where the value of a setting comes from. */
  public Source source(Setting<?> setting) {
    GivenValue<?> found = given.get(setting);
    return found == null ? Source.BY_DEFAULT : found.source();
  }

  /** The value of a setting as it would be written; empty if it has none. Secrets are masked. */
  public List<String> texts(Setting<?> setting) {
    GivenValue<?> found = given.get(setting);
    if (found == null) {
      return setting.byDefault().isEmpty() ? List.of() : List.of(setting.byDefault());
    }
    return setting.isSecret() ? List.of("***") : found.texts();
  }

  /**
   * Gives the value of a setting to {@code consumer}, if it was given.
   *
   * @throws ConfigurationException with the place of the setting when the consumer refuses the
   *     value by an IllegalArgumentException
   */
  public <T> void use(Setting<T> setting, Consumer<T> consumer) {
    find(setting)
        .ifPresent(
            value -> {
              try {
                consumer.accept(value);
              } catch (IllegalArgumentException unfit) {
                throw problem(setting, unfit.getMessage() + ".");
              }
            });
  }

  /** A problem with the value of a setting, with its place. */
  public ConfigurationException problem(Setting<?> setting, @Nullable String problem) {
    Source source = source(setting);
    String place =
        source.kind() == Source.Kind.FILE
            ? source + ": " + setting
            : source.kind() == Source.Kind.DEFAULT ? setting.name() : source.text();
    return new ConfigurationException(place + ": " + problem);
  }

  @Override
  public String toString() {
    Map<String, String> shown = new LinkedHashMap<>();
    Settings.all().stream()
        .filter(given::containsKey)
        .forEach(each -> shown.put(each.name(), String.join(", ", texts(each))));
    return shown.toString();
  }
}
