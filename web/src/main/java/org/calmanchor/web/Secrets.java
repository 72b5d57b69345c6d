package org.calmanchor.web;

import java.util.LinkedHashMap;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.regex.Pattern;

/** Masks what nobody should read over a developer's shoulder. */
final class Secrets {
  static final String MASK = "\u2022\u2022\u2022";

  private static final String WORDS = "(?:password|passwort|secret|token|credential)";

  /** The text of an element with such a word in its name. */
  private static final Pattern ELEMENTS =
      Pattern.compile(
          "(<(?:[\\w.-]+:)?[\\w.-]{0,64}" + WORDS + "[\\w.-]{0,64}(?:\\s[^<>]*)?>)[^<]+",
          Pattern.CASE_INSENSITIVE);

  /** The value of such an attribute. */
  private static final Pattern ATTRIBUTES =
      Pattern.compile(
          "(\\s[\\w.:-]{0,64}" + WORDS + "[\\w.-]{0,64}\\s*=\\s*)(\"[^\"]*\"|'[^']*')",
          Pattern.CASE_INSENSITIVE);

  private static final Set<String> HEADERS =
      Set.of("authorization", "proxy-authorization", "cookie", "set-cookie");

  private Secrets() {}

  /** A message without its secrets, as far as names tell them. */
  static String masked(String message) {
    String elements = ELEMENTS.matcher(message).replaceAll("$1" + MASK);
    return ATTRIBUTES.matcher(elements).replaceAll("$1\"" + MASK + "\"");
  }

  /** Headers without their secrets. */
  static Map<String, String> maskedHeaders(Map<String, String> headers) {
    Map<String, String> masked = new LinkedHashMap<>();
    headers.forEach(
        (name, value) ->
            masked.put(name, HEADERS.contains(name.toLowerCase(Locale.ROOT)) ? MASK : value));
    return masked;
  }
}
