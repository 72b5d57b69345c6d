package org.calmanchor.host;

import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.net.InetSocketAddress;
import java.net.SocketAddress;
import java.nio.ByteBuffer;
import java.security.Principal;
import java.time.Instant;
import java.util.Arrays;
import org.calmanchor.web.HttpRequest;
import org.calmanchor.web.HttpResponse;
import org.eclipse.jetty.io.Content;
import org.eclipse.jetty.server.Request;
import org.eclipse.jetty.server.Response;
import org.jspecify.annotations.Nullable;

/** A request and response of the server, as a site sees them. */
final class JettyExchange implements HttpRequest, HttpResponse {
  private final Request request;
  private final Response response;
  private final OutputStream output = new LastKnownOutput();
  private boolean aborted;

  JettyExchange(Request request, Response response) {
    this.request = request;
    this.response = response;
  }

  @Override
  public String method() {
    return request.getMethod();
  }

  @Override
  public String path() {
    String path = Request.getPathInContext(request);
    return path == null || path.isEmpty() ? "/" : path;
  }

  @Override
  public @Nullable String query() {
    return request.getHttpURI().getQuery();
  }

  @Override
  public @Nullable String header(String name) {
    return request.getHeaders().get(name);
  }

  @Override
  public String scheme() {
    return request.isSecure() ? "https" : "http";
  }

  @Override
  public @Nullable String authority() {
    return request.getHttpURI().getAuthority();
  }

  @Override
  public String localAddress() {
    return addressOf(request.getConnectionMetaData().getLocalSocketAddress());
  }

  @Override
  public String remoteAddress() {
    return addressOf(request.getConnectionMetaData().getRemoteSocketAddress());
  }

  private static String addressOf(SocketAddress address) {
    return address instanceof InetSocketAddress inet && inet.getAddress() != null
        ? inet.getAddress().getHostAddress()
        : "";
  }

  @Override
  public InputStream body() {
    return Content.Source.asInputStream(request);
  }

  @Override
  public @Nullable Principal principal() {
    return null;
  }

  @Override
  public @Nullable Instant deadline() {
    return null;
  }

  @Override
  public boolean isCancelled() {
    return !request.getConnectionMetaData().getConnection().getEndPoint().isOpen();
  }

  @Override
  public void status(int status) {
    response.setStatus(status);
  }

  @Override
  public void header(String name, String value) {
    response.getHeaders().put(name, value);
  }

  @Override
  public OutputStream output() {
    return output;
  }

  @Override
  public void abort() {
    aborted = true;
    request.getConnectionMetaData().getConnection().getEndPoint().close();
  }

  boolean isAborted() {
    return aborted;
  }

  /**
   * Holds what was written last until it is known whether more follows: an answer of one piece then
   * goes out with its length, in one write.
   */
  private final class LastKnownOutput extends OutputStream {
    private byte[] held = new byte[0];
    private boolean isClosed;

    @Override
    public void write(int single) throws IOException {
      write(new byte[] {(byte) single}, 0, 1);
    }

    @Override
    public void write(byte[] bytes, int offset, int length) throws IOException {
      if (held.length > 0) {
        Content.Sink.write(response, false, ByteBuffer.wrap(held));
      }
      held = Arrays.copyOfRange(bytes, offset, offset + length);
    }

    @Override
    public void close() throws IOException {
      if (!isClosed) {
        isClosed = true;
        Content.Sink.write(response, true, ByteBuffer.wrap(held));
      }
    }
  }
}
