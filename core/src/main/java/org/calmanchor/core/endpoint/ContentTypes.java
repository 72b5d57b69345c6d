package org.calmanchor.core.endpoint;

import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
import org.jspecify.annotations.Nullable;

/**
 * Parses content types and keeps the results, since callers send the same few. Safe for several
 * threads.
 */
final class ContentTypes {
  /** The most content types to remember, since callers can invent any number of them. */
  private static final int MOST = 64;

  private final Map<String, ContentType> known = new ConcurrentHashMap<>();

  ContentType of(@Nullable String header) {
    if (header == null) {
      return ContentType.of(null);
    }
    ContentType found = known.get(header);
    if (found != null) {
      return found;
    }
    ContentType read = ContentType.of(header);
    if (known.size() < MOST) {
      known.put(header, read);
    }
    return read;
  }
}
