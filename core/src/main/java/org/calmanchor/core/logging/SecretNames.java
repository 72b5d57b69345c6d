package org.calmanchor.core.logging;

import java.util.Collection;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import org.jspecify.annotations.Nullable;

/**
 * Decides by the name of an element, attribute or header whether its value is a secret. Safe for
 * any number of threads.
 */
public final class SecretNames {
  /** The text that replaces a secret. */
  public static final String MASK = "\u2022\u2022\u2022";

  /** Secret if found anywhere in a name. */
  public static final List<String> PARTS =
      List.of(
          "password",
          "passwd",
          "passwort",
          "passphrase",
          "passcode",
          "kennwort",
          "secret",
          "token",
          "jwt",
          "credential",
          "session",
          "apikey",
          "accesskey",
          "privatekey",
          "authorization",
          "cardnumber",
          "creditcard",
          "securitycode",
          "cookie");

  /** Secret only as a word of a name: "shipping" contains "pin", but is not a secret. */
  public static final List<String> WORDS =
      List.of("key", "keys", "pin", "pins", "pwd", "cvc", "cvv", "otp");

  /** What this process's users have added to {@link #PARTS}. */
  private static final Set<String> ADDED = ConcurrentHashMap.newKeySet();

  private SecretNames() {}

  /**
   * Adds to {@link #PARTS}, for everything in this process and until it ends: one service's secret
   * may come by in the logs and pages of another one.
   *
   * @param parts letters; case and other characters do not count
   * @throws IllegalArgumentException when one has fewer than three letters, so that it would be
   *     found in nearly every name
   */
  public static void add(Collection<String> parts) {
    List<String> letters = parts.stream().map(SecretNames::letters).toList();
    for (String each : letters) {
      if (each.length() < 3) {
        throw new IllegalArgumentException(
            "A secret name needs three letters (a to z) or more: " + String.join(", ", parts));
      }
    }
    ADDED.addAll(letters);
  }

  /** Whether {@code name}, without its prefix, looks like the name of a secret. */
  public static boolean isSecret(String name) {
    String plain = letters(name);
    if (PARTS.stream().anyMatch(plain::contains) || ADDED.stream().anyMatch(plain::contains)) {
      return true;
    }
    for (String word :
        name.split("(?<=[a-z0-9])(?=[A-Z])|(?<=[A-Z])(?=[A-Z][a-z])|[^A-Za-z]+", -1)) {
      if (WORDS.contains(word.toLowerCase(Locale.ROOT))) {
        return true;
      }
    }
    return false;
  }

  private static String letters(String name) {
    return name.toLowerCase(Locale.ROOT).replaceAll("[^a-z]", "");
  }

  /**
   * Whether what is in an element is a secret.
   *
   * @param name its local name
   * @param parent that of the element around it; null for none
   */
  public static boolean isSecret(String name, @Nullable String parent) {
    // A map has elements named "key" too, whose text is a name and not a secret.
    boolean isOfMap = name.equals("key") && "entry".equals(parent);
    boolean isSecurity = name.equals("Security") && "Header".equals(parent);
    return isSecurity || (!isOfMap && isSecret(name));
  }

  /**
   * Whether what is at the end of a path is in a secret.
   *
   * @param path names from the outermost on with slashes between them; an attribute begins with @,
   *     an item ends with its number in brackets
   */
  public static boolean isIn(String path) {
    String parent = null;
    for (String step : path.split("/", -1)) {
      int items = step.indexOf('[');
      String name = items < 0 ? step : step.substring(0, items);
      if (isSecret(name, parent)) {
        return true;
      }
      parent = name;
    }
    return false;
  }

  /** HTTP headers with their secrets masked. */
  public static Map<String, String> masked(Map<String, String> headers) {
    Map<String, String> masked = new LinkedHashMap<>();
    headers.forEach((name, value) -> masked.put(name, isSecret(name) ? MASK : value));
    return masked;
  }
}
