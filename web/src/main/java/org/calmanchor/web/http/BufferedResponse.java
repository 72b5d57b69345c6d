package org.calmanchor.web.http;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.OutputStream;
import java.util.zip.GZIPOutputStream;

/**
 * Collects a response and writes it once, compressed if the caller accepts that and it is worth it.
 * The server takes one write without waiting for the reader, so a page that nobody reads holds no
 * thread.
 */
public final class BufferedResponse implements HttpResponse {
  private final HttpResponse response;
  private final boolean isPacked;
  private final ByteArrayOutputStream held = new ByteArrayOutputStream(0);

  /** Creates a buffered response, which is written to {@code response} at the end. */
  public BufferedResponse(HttpRequest request, HttpResponse response) {
    this.response = response;
    this.isPacked = ContentCoding.isWanted(request.header("Accept-Encoding"));
  }

  @Override
  public void status(int status) {
    response.status(status);
  }

  @Override
  public void header(String name, String value) {
    response.header(name, value);
  }

  @Override
  public OutputStream output() {
    return held;
  }

  @Override
  public void abort() {
    response.abort();
  }

  /** Writes and ends the response. */
  public void close() throws IOException {
    ByteArrayOutputStream body = held;
    response.header("Vary", "Accept-Encoding");
    if (isPacked && held.size() >= GzipOutput.WORTH_BYTES) {
      response.header("Content-Encoding", "gzip");
      body = new ByteArrayOutputStream(held.size() / 2);
      try (GZIPOutputStream gzip = GzipOutput.fast(body)) {
        held.writeTo(gzip);
      }
    }
    try (OutputStream out = response.output()) {
      if (body.size() > 0) {
        body.writeTo(out);
      }
    }
  }
}
