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
import java.util.concurrent.atomic.AtomicBoolean;
import org.calmanchor.web.HttpRequest;
import org.calmanchor.web.HttpResponse;
import org.eclipse.jetty.http.HttpVersion;
import org.eclipse.jetty.io.Content;
import org.eclipse.jetty.server.Request;
import org.eclipse.jetty.server.Response;
import org.eclipse.jetty.util.Callback;
import org.jspecify.annotations.Nullable;

/** A request and response of the server, as a site sees them. */
final class JettyExchange implements HttpRequest, HttpResponse {
  private static final byte[] NOTHING = new byte[0];

  private final Request request;
  private final Response response;
  private final Callback callback;
  private final OutputStream output = new LastKnownOutput();
  private final AtomicBoolean isOver = new AtomicBoolean();

  JettyExchange(Request request, Response response, Callback callback) {
    this.request = request;
    this.response = response;
    this.callback = callback;
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
  public long length() {
    return request.getLength();
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
    // Several calls share a connection of HTTP/2: there the callback resets the one stream.
    if (request.getConnectionMetaData().getHttpVersion() != HttpVersion.HTTP_2) {
      request.getConnectionMetaData().getConnection().getEndPoint().close();
    }
    if (isOver.compareAndSet(false, true)) {
      callback.failed(new IOException("broken off"));
    }
  }

  /** Ends the response, if nobody has yet. */
  void end() throws IOException {
    output.close();
  }

  /**
   * Holds what was written last until it is known whether more follows: an answer of one piece then
   * goes out with its length, in one write, which nobody waits for.
   */
  private final class LastKnownOutput extends OutputStream {
    private byte[] held = NOTHING;

    @Override
    public void write(int single) throws IOException {
      write(new byte[] {(byte) single}, 0, 1);
    }

    @Override
    public void write(byte[] bytes, int offset, int length) throws IOException {
      if (isOver.get()) {
        throw new IOException("the answer has ended already");
      }
      if (held.length > 0) {
        Content.Sink.write(response, false, ByteBuffer.wrap(held));
      }
      held = Arrays.copyOfRange(bytes, offset, offset + length);
    }

    @Override
    public void close() {
      if (isOver.compareAndSet(false, true)) {
        response.write(true, ByteBuffer.wrap(held), callback);
      }
    }
  }
}
