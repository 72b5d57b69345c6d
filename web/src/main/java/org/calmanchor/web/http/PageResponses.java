package org.calmanchor.web.http;

import java.io.IOException;
import java.nio.charset.StandardCharsets;

/** The kinds of answers that are not SOAP. */
public final class PageResponses {
  private static final String PAGE_POLICY =
      "default-src 'none'; script-src 'self'; style-src 'self'; img-src 'self' blob:; connect-src 'self';"
          + " base-uri 'none'; form-action 'none'; frame-ancestors 'none'";

  private PageResponses() {}

  /** Answers with a page that may load resources from this host only. */
  public static void html(HttpResponse response, int status, String page) throws IOException {
    response.header("Content-Security-Policy", PAGE_POLICY);
    response.header("Referrer-Policy", "no-referrer");
    send(response, status, "text/html; charset=utf-8", page.getBytes(StandardCharsets.UTF_8));
  }

  /** Answers with a plain text. */
  public static void plain(HttpResponse response, int status, String text) throws IOException {
    byte[] bytes = (text + "\n").getBytes(StandardCharsets.UTF_8);
    send(response, status, "text/plain; charset=utf-8", bytes);
  }

  /** Answers with a document of that content type. */
  public static void send(HttpResponse response, int status, String type, byte[] body)
      throws IOException {
    response.status(status);
    response.header("Content-Type", type);
    response.header("X-Content-Type-Options", "nosniff");
    response.output().write(body);
  }
}
