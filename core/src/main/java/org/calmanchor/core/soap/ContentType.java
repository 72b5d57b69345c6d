package org.calmanchor.core.soap;

import java.util.Locale;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
import org.calmanchor.core.model.SoapVersion;
import org.jspecify.annotations.Nullable;

/**
 * The parsed content type of a message (RFC 9110, section 8.3). Own code: core has no HTTP library.
 *
 * @param version the SOAP version that its media type belongs to, or null for none
 * @param charset the name of its charset, or null
 */
public record ContentType(@Nullable SoapVersion version, @Nullable String charset) {
  /** Parses a header; a missing one names no version. */
  public static ContentType of(@Nullable String header) {
    if (header == null) {
      return new ContentType(null, null);
    }
    String[] parts = header.split(";", -1);
    String mediaType = parts[0].strip().toLowerCase(Locale.ROOT);
    SoapVersion version = null;
    for (SoapVersion known : SoapVersion.values()) {
      version = known.mediaType().equals(mediaType) ? known : version;
    }
    String charset = null;
    for (int i = 1; i < parts.length; i++) {
      String parameter = parts[i].strip();
      if (parameter.regionMatches(true, 0, "charset=", 0, 8)) {
        charset = parameter.substring(8).replace("\"", "").strip();
      }
    }
    return new ContentType(version, charset == null || charset.isEmpty() ? null : charset);
  }

  /** Keeps what was parsed, since callers send the same few. Safe for several threads. */
  public static final class Cache {
    /** The most content types to remember, since callers can invent any number of them. */
    private static final int MOST = 64;

    private final Map<String, ContentType> known = new ConcurrentHashMap<>();

    /** Creates an empty cache. */
    public Cache() {}

    /** Parses a header, or finds what it was parsed to. */
    public ContentType of(@Nullable String header) {
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
}
