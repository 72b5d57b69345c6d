package org.calmanchor.web;

import java.io.IOException;
import java.io.OutputStream;
import org.jspecify.annotations.Nullable;

/** A response whose body is compressed where the caller likes that: pages shrink to a tenth. */
final class PackedResponse implements HttpResponse {
  private final HttpResponse response;
  private final boolean isPacked;
  private @Nullable OutputStream output;

  PackedResponse(HttpRequest request, HttpResponse response) {
    this.response = response;
    this.isPacked = Coding.isWanted(request.header("Accept-Encoding"));
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
    OutputStream open = output;
    if (open == null) {
      open = isPacked ? new GzipOutput(response) : response.output();
      output = open;
    }
    return open;
  }

  @Override
  public void abort() {
    response.abort();
  }

  /** Ends the response. */
  void close() throws IOException {
    output().close();
  }
}
