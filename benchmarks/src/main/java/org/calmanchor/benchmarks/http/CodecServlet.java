package org.calmanchor.benchmarks.http;

import jakarta.servlet.http.HttpServlet;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.util.Locale;

/** Serves the data by another codec in a servlet container. */
final class CodecServlet extends HttpServlet {
  private static final long serialVersionUID = 1L;

  private final transient Codecs codecs;

  CodecServlet(Codecs codecs) {
    this.codecs = codecs;
  }

  @Override
  protected void doPost(HttpServletRequest request, HttpServletResponse response)
      throws IOException {
    Exchanges exchange =
        Exchanges.valueOf(request.getRequestURI().substring(1).toUpperCase(Locale.ROOT));
    byte[] answer = codecs.answer(exchange, request.getInputStream());
    response.setContentType(codecs.mediaType());
    response.setContentLength(answer.length);
    response.getOutputStream().write(answer);
  }
}
