package org.calmanchor.web.http;

import java.net.URLDecoder;
import java.nio.charset.StandardCharsets;
import java.util.LinkedHashMap;
import java.util.Locale;
import java.util.Map;
import org.jspecify.annotations.Nullable;

/**
 * The parameters of a query (RFC 3986, section 3.4), by names in any case. It is our own since
 * there is no server in this module, and {@code ?wsdl} has neither case nor value.
 */
public final class QueryParameters {
  private final Map<String, String> values = new LinkedHashMap<>();

  private QueryParameters() {}

  /** Parses {@code query}; there are no parameters if it is null. */
  public static QueryParameters of(@Nullable String query) {
    QueryParameters parsed = new QueryParameters();
    for (String part : query == null ? new String[0] : query.split("&", -1)) {
      int equal = part.indexOf('=');
      String name = equal < 0 ? part : part.substring(0, equal);
      parsed.values.putIfAbsent(
          name.toLowerCase(Locale.ROOT), equal < 0 ? "" : decoded(part.substring(equal + 1)));
    }
    return parsed;
  }

  private static String decoded(String text) {
    try {
      return URLDecoder.decode(text, StandardCharsets.UTF_8);
    } catch (IllegalArgumentException malformed) {
      return text;
    }
  }

  /** Whether there is no parameter. */
  public boolean isEmpty() {
    return values.isEmpty();
  }

  /** Whether one of the names is present. */
  public boolean has(String... names) {
    for (String name : names) {
      if (values.containsKey(name)) {
        return true;
      }
    }
    return false;
  }

  /** The value of a parameter; empty if it has none, null if it is absent. */
  public @Nullable String value(String name) {
    return values.get(name);
  }
}
