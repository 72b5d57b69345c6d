package org.calmanchor.client;

import java.io.IOException;
import java.io.InputStream;
import java.net.URI;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.util.HashMap;
import java.util.Map;
import java.util.zip.GZIPInputStream;
import org.calmanchor.core.logging.Loggable;

/** The body of an HTTP response that should be a message. */
final class AnswerBody {
  private static final int MOST_SHOWN = 500;

  private AnswerBody() {}

  /** The headers of a response by name in small letters; of several with one name, the first. */
  static Map<String, String> headers(HttpResponse<?> response) {
    Map<String, String> headers = new HashMap<>();
    response.headers().map().forEach((name, values) -> headers.put(name, values.get(0)));
    return headers;
  }

  /** The body without its compression. */
  static InputStream decoded(InputStream body, Map<String, String> headers) throws IOException {
    return headers.getOrDefault("content-encoding", "").equalsIgnoreCase("gzip")
        ? new GZIPInputStream(body)
        : body;
  }

  /**
   * Makes sure that a body is a message, as its content type says.
   *
   * @throws NoAnswerException with the beginning of anything else
   * @throws IOException when that cannot be read
   */
  static void requireMessage(
      String operation, URI address, int status, Map<String, String> headers, InputStream body)
      throws IOException {
    String media = headers.getOrDefault("content-type", "").split(";", 2)[0].strip();
    if (!media.equalsIgnoreCase("text/xml") && !media.equalsIgnoreCase("application/soap+xml")) {
      String moved = headers.get("location");
      if (status / 100 == 3 && moved != null) {
        throw new NoAnswerException(
            status,
            operation
                + ": "
                + address
                + " redirects to "
                + Loggable.text(moved)
                + ", which is not followed. Call that address if you trust it.",
            null);
      }
      byte[] shown = body.readNBytes(MOST_SHOWN);
      String text = Loggable.text(new String(shown, StandardCharsets.UTF_8).strip());
      throw new NoAnswerException(
          status,
          operation
              + ": "
              + address
              + " answered with status "
              + status
              + (text.isEmpty() ? " and nothing more." : ": " + text),
          null);
    }
  }
}
