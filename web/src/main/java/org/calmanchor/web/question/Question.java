package org.calmanchor.web.question;

import java.util.LinkedHashMap;
import java.util.Map;
import org.calmanchor.core.model.SoapVersion;
import org.jspecify.annotations.Nullable;

/** A request of the page, as parsed JSON. */
final class Question {
  private final Map<String, Object> parts;

  Question(Map<String, Object> parts) {
    this.parts = parts;
  }

  /**
   * A text.
   *
   * @throws IllegalArgumentException when it is missing
   */
  String text(String name) {
    String text = textOrNull(name);
    if (text == null) {
      throw new IllegalArgumentException("\"" + name + "\" is missing.");
    }
    return text;
  }

  /**
   * A whole number.
   *
   * @throws IllegalArgumentException when it is missing, or too large
   */
  int number(String name) {
    if (parts.get(name) instanceof Integer number) {
      return number;
    }
    throw new IllegalArgumentException("\"" + name + "\" must be a whole number.");
  }

  /** A text, or null if it is absent. */
  @Nullable String textOrNull(String name) {
    return parts.get(name) instanceof String text ? text : null;
  }

  /** Whether a value with that name was sent. */
  boolean has(String name) {
    return parts.get(name) != null;
  }

  /**
   * Values as maps and lists.
   *
   * @throws IllegalArgumentException when it is missing
   */
  Map<String, Object> values(String name) {
    if (!(parts.get(name) instanceof Map<?, ?>)) {
      throw new IllegalArgumentException("\"" + name + "\" is missing.");
    }
    return valuesOrNone(name);
  }

  /** Values as maps and lists; empty if they are absent. */
  Map<String, Object> valuesOrNone(String name) {
    Map<String, Object> named = new LinkedHashMap<>();
    if (parts.get(name) instanceof Map<?, ?> values) {
      values.forEach((key, value) -> named.put(String.valueOf(key), value));
    }
    return named;
  }

  /**
   * The requested version of SOAP.
   *
   * @throws IllegalArgumentException when it is none
   */
  SoapVersion version() {
    String title = text("version");
    for (SoapVersion version : SoapVersion.values()) {
      if (version.title().equals(title)) {
        return version;
      }
    }
    throw new IllegalArgumentException("\"version\" is \"SOAP 1.1\" or \"SOAP 1.2\".");
  }
}
