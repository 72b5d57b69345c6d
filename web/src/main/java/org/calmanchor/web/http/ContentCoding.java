package org.calmanchor.web.http;

import java.io.InputStream;
import java.io.OutputStream;
import java.util.Locale;
import org.calmanchor.core.running.Refusal;
import org.jspecify.annotations.Nullable;

/**
 * The content coding of a message and its answer: gzip or none (RFC 9110, section 8.4). It is our
 * own since this module has no server, whose utilities would do it, and must bound what a
 * compressed message becomes.
 */
public final class ContentCoding {
  private final HttpRequest request;
  private final HttpResponse response;
  private final long mostRatio;
  private final String coding;

  /**
   * Creates the content coding of an exchange.
   *
   * @param mostRatio how many times its size a compressed message may become
   */
  public ContentCoding(HttpRequest request, HttpResponse response, long mostRatio) {
    this.request = request;
    this.response = response;
    this.mostRatio = mostRatio;
    this.coding =
        request.header("Content-Encoding") == null
            ? "identity"
            // Several header lines are one list (RFC 9110, section 5.3), and only one coding is
            // supported.
            : String.join(", ", request.headers("Content-Encoding"))
                .strip()
                .toLowerCase(Locale.ROOT);
  }

  /** Whether the message is not compressed. */
  public boolean isPlain() {
    return coding.equals("identity") || coding.isEmpty();
  }

  /**
   * The message, decompressed.
   *
   * @throws Refusal when its coding is not known, now; when it is damaged or blown up, while
   *     reading
   */
  public InputStream body() {
    if (isPlain()) {
      return request.body();
    }
    if (!coding.equals("gzip") && !coding.equals("x-gzip")) {
      response.header("Accept-Encoding", "gzip");
      throw new Refusal(415, "The content encoding is not known here; send gzip, or none.");
    }
    return new Gunzip(request.body(), mostRatio);
  }

  /**
   * The stream for the answer. It compresses the answer if the client accepts that and the answer
   * is large enough.
   */
  public OutputStream output() {
    return isWanted(request.header("Accept-Encoding"))
        ? new GzipOutput(response)
        : response.output();
  }

  /** Whether {@code accepted} allows gzip (RFC 9110, section 12.5.3). */
  static boolean isWanted(@Nullable String accepted) {
    if (accepted == null) {
      return false;
    }
    Boolean any = null;
    for (String each : accepted.toLowerCase(Locale.ROOT).split(",", -1)) {
      String[] parts = each.strip().split(";", -1);
      String name = parts[0].strip();
      boolean isOn = true;
      for (int i = 1; i < parts.length; i++) {
        isOn &= !parts[i].strip().matches("q\\s*=\\s*0(\\.0*)?");
      }
      if (name.equals("gzip") || name.equals("x-gzip")) {
        return isOn;
      }
      any = name.equals("*") ? (Boolean) isOn : any;
    }
    return any != null && any;
  }
}
