package org.calmanchor.core.logging;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;

/** Decides by the name of an element, attribute or header whether its value is a secret. */
public final class SecretNames {
  /** Replaces a secret. */
  public static final String MASK = "\u2022\u2022\u2022";

  /** Anywhere in a name. */
  private static final List<String> LONG =
      List.of(
          "password",
          "passwd",
          "passwort",
          "passphrase",
          "passcode",
          "kennwort",
          "secret",
          "token",
          "credential",
          "session",
          "apikey",
          "accesskey",
          "privatekey",
          "authorization");

  /** As a word of a name only: "shipping" holds no "pin". */
  private static final Set<String> SHORT = Set.of("key", "keys", "pin", "pins", "pwd");

  /** Headers of HTTP whose names do not say it. */
  private static final Set<String> HEADERS = Set.of("cookie", "set-cookie");

  private SecretNames() {}

  /** Whether {@code name}, without prefix, says that its value is a secret. */
  public static boolean isSecret(String name) {
    String plain = name.toLowerCase(Locale.ROOT).replaceAll("[^a-z]", "");
    if (LONG.stream().anyMatch(plain::contains)) {
      return true;
    }
    for (String word :
        name.split("(?<=[a-z0-9])(?=[A-Z])|(?<=[A-Z])(?=[A-Z][a-z])|[^A-Za-z]+", -1)) {
      if (SHORT.contains(word.toLowerCase(Locale.ROOT))) {
        return true;
      }
    }
    return false;
  }

  /** Headers of HTTP without their secrets. */
  public static Map<String, String> masked(Map<String, String> headers) {
    Map<String, String> masked = new LinkedHashMap<>();
    headers.forEach(
        (name, value) -> {
          boolean isSecret = HEADERS.contains(name.toLowerCase(Locale.ROOT)) || isSecret(name);
          masked.put(name, isSecret ? MASK : value);
        });
    return masked;
  }
}
