package org.calmanchor.core.logging;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;

/** Decides by the name of an element, attribute or header whether its value is a secret. */
public final class SecretNames {
  /** The text that replaces a secret. */
  public static final String MASK = "\u2022\u2022\u2022";

  /** Secret if found anywhere in a name. */
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

  /** Secret only as a word of a name: "shipping" contains "pin", but is not a secret. */
  private static final Set<String> SHORT = Set.of("key", "keys", "pin", "pins", "pwd");

  /** HTTP headers whose names do not reveal that they are secret. */
  private static final Set<String> HEADERS = Set.of("cookie", "set-cookie");

  private SecretNames() {}

  /** Whether {@code name}, without its prefix, looks like the name of a secret. */
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

  /** HTTP headers with their secrets masked. */
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
