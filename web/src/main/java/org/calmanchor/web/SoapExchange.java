package org.calmanchor.web;

import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.time.Instant;
import java.util.List;
import java.util.concurrent.TimeUnit;
import org.calmanchor.core.access.Caller;
import org.calmanchor.core.access.Sender;
import org.calmanchor.core.endpoint.Request;
import org.calmanchor.core.endpoint.Response;
import org.calmanchor.core.logging.Loggable;
import org.calmanchor.core.soap.SoapHttp;
import org.calmanchor.web.http.ContentCoding;
import org.calmanchor.web.http.HttpRequest;
import org.calmanchor.web.http.HttpResponse;
import org.calmanchor.web.http.ThisMachine;
import org.jspecify.annotations.Nullable;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/**
 * Presents an HTTP request and response to an endpoint (SOAP 1.1, section 6; SOAP 1.2 part 2,
 * section 7).
 */
final class SoapExchange implements Request, Response {
  private static final Logger LOG = LoggerFactory.getLogger(SoapExchange.class);

  private static final int UNAUTHORIZED = 401;

  private final HttpRequest request;
  private final HttpResponse response;
  private final String path;
  private final @Nullable Caller caller;
  private final String challenge;
  private final ContentCoding coding;
  private final boolean isTimed;
  private final long start;
  private @Nullable InputStream body;
  private @Nullable OutputStream output;

  /**
   * Creates an exchange.
   *
   * @param path the path of the service
   * @param caller who calls; null if that is not known
   * @param challenge what a caller is asked for who did not say who it is
   * @param isTimed whether the answer says how long it took to begin, in a {@code Server-Timing}
   *     header as W3C's Server Timing has it
   */
  SoapExchange(
      HttpRequest request,
      HttpResponse response,
      String path,
      @Nullable Caller caller,
      String challenge,
      long mostRatio,
      boolean isTimed) {
    this.caller = caller;
    this.challenge = challenge;
    this.isTimed = isTimed;
    this.start = isTimed ? System.nanoTime() : 0;
    this.request = request;
    this.response = response;
    this.path = path;
    this.coding = new ContentCoding(request, response, mostRatio);
  }

  /** Whether there is nothing to release. */
  boolean isPlain() {
    return coding.isPlain();
  }

  /** Releases the decompressor, if the message was compressed. */
  void release() {
    if (body != null) {
      try {
        body.close();
      } catch (IOException alreadyBroken) {
        LOG.debug("a compressed message could not be closed", Loggable.failure(alreadyBroken));
      }
    }
  }

  @Override
  public InputStream body() {
    InputStream opened = coding.body();
    body = opened;
    return opened;
  }

  @Override
  public long length() {
    return coding.isPlain() ? request.length() : -1;
  }

  @Override
  public @Nullable String header(String name) {
    return request.header(name);
  }

  @Override
  public List<String> headers(String name) {
    return request.headers(name);
  }

  @Override
  public String path() {
    return path;
  }

  @Override
  public @Nullable String contentType() {
    return request.header("Content-Type");
  }

  @Override
  public @Nullable String action() {
    return SoapHttp.action(request.header("SOAPAction"), contentType());
  }

  @Override
  public @Nullable Caller caller() {
    return caller;
  }

  @Override
  public String remoteAddress() {
    return request.remoteAddress();
  }

  @Override
  public Sender sender() {
    return ThisMachine.sender(request);
  }

  @Override
  public boolean isProtected() {
    return isEncrypted() || ThisMachine.isSenderOf(request);
  }

  @Override
  public boolean isEncrypted() {
    return request.scheme().equals("https");
  }

  @Override
  public void resume(Runnable rest) {
    request.resume(rest);
  }

  @Override
  public @Nullable Instant deadline() {
    return request.deadline();
  }

  @Override
  public boolean isCancelled() {
    return request.isCancelled();
  }

  @Override
  public void header(String name, String value) {
    response.header(name, value);
  }

  @Override
  public void begin(int status, @Nullable String contentType) {
    response.status(status);
    if (status == UNAUTHORIZED) {
      response.header("WWW-Authenticate", challenge);
    }
    if (isTimed) {
      double millis = TimeUnit.NANOSECONDS.toMicros(System.nanoTime() - start) / 1000.0;
      response.header("Server-Timing", "call;dur=" + millis);
    }
    if (contentType != null) {
      response.header("Content-Type", contentType);
    }
  }

  @Override
  public OutputStream output() {
    OutputStream open = output;
    if (open == null) {
      open = coding.output();
      output = open;
    }
    return open;
  }

  @Override
  public void abort() {
    response.abort();
  }
}
