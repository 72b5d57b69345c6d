package org.calmanchor.configuration;

import java.util.Locale;
import org.jspecify.annotations.Nullable;

/**
 * Something that a host can be told. It has one name, which is that of an option ({@code --name}),
 * of a key in the file ({@code name}) and, in capitals, of an environment variable ({@code
 * CALM_ANCHOR_NAME}).
 *
 * @param name lower case, with hyphens; a dot before the name of a limit
 * @param form how its value is written
 * @param byDefault the default value as it would be written; empty for none
 * @param doc what it does, in a sentence
 * @param isSecret whether its value must not stand in files, in arguments, or in what is printed
 * @param <T> the type of its value
 */
public record Setting<T>(
    String name, ValueForm<T> form, String byDefault, String doc, boolean isSecret) {
  /** How the names of all environment variables begin. */
  public static final String VARIABLES = "CALM_ANCHOR_";

  Setting(String name, ValueForm<T> form, String byDefault, String doc) {
    this(name, form, byDefault, doc, false);
  }

  /** A setting is told by its name. */
  @Override
  public boolean equals(@Nullable Object other) {
    return other instanceof Setting<?> setting && setting.name.equals(name);
  }

  @Override
  public int hashCode() {
    return name.hashCode();
  }

  /** The environment variable of that setting. */
  public String variable() {
    return VARIABLES + name.toUpperCase(Locale.ROOT).replace('-', '_').replace('.', '_');
  }

  @Override
  public String toString() {
    return name;
  }
}
