package org.calmanchor.host;

import java.io.InputStream;
import java.io.OutputStream;
import java.security.cert.X509Certificate;
import java.time.Instant;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.atomic.AtomicBoolean;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.calmanchor.core.model.SoapVersion;
import org.calmanchor.host.http2.Http2Drain;
import org.calmanchor.web.http.HttpRequest;
import org.calmanchor.web.http.HttpResponse;
import org.eclipse.jetty.http.HttpField;
import org.eclipse.jetty.http.HttpHeader;
import org.eclipse.jetty.http.HttpMethod;
import org.eclipse.jetty.http.HttpVersion;
import org.eclipse.jetty.http.PreEncodedHttpField;
import org.eclipse.jetty.io.Connection;
import org.eclipse.jetty.io.EndPoint;
import org.eclipse.jetty.io.QuietException;
import org.eclipse.jetty.server.Request;
import org.eclipse.jetty.server.Response;
import org.eclipse.jetty.util.Callback;
import org.eclipse.jetty.util.thread.Scheduler;
import org.jspecify.annotations.Nullable;

/** A request and response of the server, as a site sees them. */
final class JettyExchange implements HttpRequest, HttpResponse, Callback {
  /** The content types of SOAP messages as encoded header lines. */
  private static final Map<String, HttpField> MESSAGE_TYPES =
      Arrays.stream(SoapVersion.values())
          .map(SoapVersion::contentType)
          .collect(
              Collectors.toUnmodifiableMap(
                  Function.identity(),
                  type -> new PreEncodedHttpField(HttpHeader.CONTENT_TYPE, type)));

  private final Request request;
  private final Response response;
  private final Callback callback;
  private final RunningRequests running;
  private final DelayedOutput output;
  private final CommonHeaders headers;
  private final UnsentAnswers unsentAnswers;
  private final AtomicBoolean isOver = new AtomicBoolean();

  /** Kept here, because the request cannot be asked after its answer was sent. */
  private final Scheduler scheduler;

  private final boolean isHttp2;

  private @Nullable String remoteAddress;

  /** What was gathered of the body before the request went on; null for nothing. */
  private final @Nullable BodyStart bodyStart;

  /** Whether the caller has given up the request before its answer was complete. */
  private volatile boolean isCallerGone;

  /** Set while a complete answer waits for its reader. */
  private volatile UnsentAnswers.@Nullable Unsent unsent;

  /**
   * Creates an exchange whose end is reported to {@code running}.
   *
   * @param bodyStart what was gathered of the body; null for nothing
   */
  JettyExchange(
      Request request,
      Response response,
      Callback callback,
      RunningRequests running,
      UnsentAnswers unsentAnswers,
      @Nullable BodyStart bodyStart) {
    this.bodyStart = bodyStart;
    this.request = request;
    this.response = response;
    this.callback = callback;
    this.running = running;
    this.unsentAnswers = unsentAnswers;
    this.scheduler = request.getComponents().getScheduler();
    this.output = new DelayedOutput(request, response, this, running);
    this.headers = new CommonHeaders(request.getHeaders());
    this.isHttp2 = request.getConnectionMetaData().getHttpVersion() == HttpVersion.HTTP_2;
    if (isHttp2) {
      // The connection stays when a caller gives up one of its streams.
      request.addFailureListener(gone -> isCallerGone = isCallerGone || !output.isOver());
    }
  }

  @Override
  public String method() {
    return request.getMethod();
  }

  @Override
  public String path() {
    // As it was sent: a proxy's rules for paths must see the same path as we do.
    String path = request.getHttpURI().getPath();
    return path == null || path.isEmpty() ? "/" : path;
  }

  @Override
  public @Nullable String query() {
    return request.getHttpURI().getQuery();
  }

  @Override
  public @Nullable String header(String name) {
    return headers.first(name);
  }

  @Override
  public List<String> headers(String name) {
    return headers.all(name);
  }

  @Override
  public boolean isRepeated(String name) {
    return headers.all(name).size() > 1;
  }

  @Override
  public @Nullable X509Certificate clientCertificate() {
    Object session = request.getAttribute(EndPoint.SslSessionData.ATTRIBUTE);
    X509Certificate[] chain =
        session instanceof EndPoint.SslSessionData data ? data.peerCertificates() : null;
    return chain == null || chain.length == 0 ? null : chain[0];
  }

  @Override
  public Map<String, String> headers() {
    Map<String, String> all = new LinkedHashMap<>();
    request
        .getHeaders()
        .forEach(field -> all.merge(field.getName(), field.getValue(), (a, b) -> a + ", " + b));
    return all;
  }

  @Override
  public String protocol() {
    return request.getConnectionMetaData().getHttpVersion().asString();
  }

  @Override
  public String scheme() {
    // From the connection: the :scheme of HTTP/2 is whatever the client writes.
    return request.getConnectionMetaData().isSecure() ? "https" : "http";
  }

  @Override
  public @Nullable String authority() {
    return request.getHttpURI().getAuthority();
  }

  @Override
  public String localAddress() {
    return AddressCache.of(request.getConnectionMetaData().getLocalSocketAddress());
  }

  @Override
  public String remoteAddress() {
    String known = remoteAddress;
    if (known == null) {
      known = AddressCache.of(request.getConnectionMetaData().getRemoteSocketAddress());
      remoteAddress = known;
    }
    return known;
  }

  @Override
  public InputStream body() {
    return new BodyInput(request, bodyStart);
  }

  @Override
  public long length() {
    return request.getLength();
  }

  @Override
  public void resume(Runnable rest) {
    request.getComponents().getExecutor().execute(rest);
  }

  @Override
  public @Nullable Instant deadline() {
    return null;
  }

  @Override
  public boolean isCancelled() {
    return isCallerGone || !request.getConnectionMetaData().getConnection().getEndPoint().isOpen();
  }

  @Override
  public void status(int status) {
    response.setStatus(status);
  }

  @Override
  public void header(String name, String value) {
    HttpField encoded = MESSAGE_TYPES.get(value);
    if (encoded == null) {
      response.getHeaders().put(name, value);
    } else {
      // Added, not replaced: nobody else sets this header.
      response.getHeaders().add(encoded);
    }
  }

  @Override
  public OutputStream output() {
    return output;
  }

  @Override
  public void abort() {
    output.end();
    // With HTTP/2 several calls share a connection; the callback resets only the call's stream.
    if (!isHttp2) {
      request.getConnectionMetaData().getConnection().getEndPoint().close();
    }
    // The reason was logged where the connection was aborted.
    fail(new QuietException.Exception("broken off"));
  }

  @Override
  public void succeeded() {
    if (isOver.compareAndSet(false, true)) {
      forget();
      Http2Drain draining = running.draining();
      // The request cannot be asked afterwards.
      Connection used = draining == null ? null : request.getConnectionMetaData().getConnection();
      callback.succeeded();
      running.ended();
      if (draining != null) {
        draining.consider(used);
      }
    }
  }

  @Override
  public void failed(Throwable notSent) {
    // With HTTP/2, a client may have read the answer and closed the connection a moment before its
    // writer knows that it was sent; what the network said is the cause then. Without a cause the
    // stream was given up, which the listener may not have been told yet.
    if (!isHttp2 || isCallerGone || notSent.getCause() == null) {
      lose();
    }
    fail(notSent);
  }

  /** Counts the answer of a call that its caller did not get. */
  private void lose() {
    if (running.draining() != null
        && !isOver.get()
        && request.getMethod().equals(HttpMethod.POST.asString())) {
      running.lose();
    }
  }

  private void fail(Throwable reason) {
    if (isOver.compareAndSet(false, true)) {
      forget();
      callback.failed(reason);
      running.ended();
    }
  }

  @Override
  public InvocationType getInvocationType() {
    return callback.getInvocationType();
  }

  /** Ends the response, once; the client has limited time to read it. */
  void end() {
    output.close();
    if (!isOver.get()) {
      unsent = unsentAnswers.add(remoteAddress(), scheduler, this::breakOff);
      if (isOver.get()) {
        forget();
      }
    }
  }

  private void breakOff() {
    // After sending, the connection may serve another call already.
    if (!isOver.get()) {
      lose();
      abort();
    }
  }

  private void forget() {
    if (bodyStart != null) {
      bodyStart.release();
    }
    UnsentAnswers.Unsent known = unsent;
    if (known != null) {
      known.over();
    }
  }
}
