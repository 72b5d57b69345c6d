package org.calmanchor.core.document;

import java.io.IOException;
import java.io.InputStream;
import java.net.URI;

/**
 * Opens documents by their location. An implementation decides which locations may be opened; it is
 * asked for each document that another one imports, so it must refuse those that it does not trust.
 */
@FunctionalInterface
public interface DocumentSource {
  /**
   * Opens the document at {@code location}, which is absolute. The caller closes the stream, and
   * reads no more than its limits allow.
   *
   * @throws IOException when it cannot be read, or may not; the message says why in a sentence
   */
  InputStream open(URI location) throws IOException;

  /**
   * Opens files and entries of jar files ({@code file:} and {@code jar:file:}); refuses everything
   * else.
   */
  static DocumentSource files() {
    return location -> {
      String scheme = String.valueOf(location.getScheme());
      boolean isJar = scheme.equals("jar") && location.getSchemeSpecificPart().startsWith("file:");
      boolean isLocal = location.getAuthority() == null || location.getAuthority().isEmpty();
      if (!isJar && !(scheme.equals("file") && isLocal)) {
        throw new IOException("Only files may be read here, not " + scheme + " locations.");
      }
      return location.toURL().openStream();
    };
  }
}
