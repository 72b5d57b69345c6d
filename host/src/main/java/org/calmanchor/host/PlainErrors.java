package org.calmanchor.host;

import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;
import org.eclipse.jetty.http.HttpHeader;
import org.eclipse.jetty.http.HttpStatus;
import org.eclipse.jetty.server.Request;
import org.eclipse.jetty.server.Response;
import org.eclipse.jetty.util.Callback;

/**
 * The errors that the server answers before a site sees the request: a status and a neutral
 * sentence.
 */
final class PlainErrors implements Request.Handler {
  @Override
  public boolean handle(Request request, Response response, Callback callback) {
    int status = response.getStatus();
    String text = status + " " + HttpStatus.getMessage(status) + ".\n";
    response.getHeaders().put(HttpHeader.CONTENT_TYPE, "text/plain; charset=utf-8");
    response.write(true, ByteBuffer.wrap(text.getBytes(StandardCharsets.UTF_8)), callback);
    return true;
  }
}
