package org.calmanchor.servlet;

import jakarta.servlet.AsyncContext;
import jakarta.servlet.AsyncEvent;
import jakarta.servlet.AsyncListener;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import jakarta.servlet.http.MappingMatch;
import java.io.FilterInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.io.UncheckedIOException;
import java.security.Principal;
import java.security.cert.X509Certificate;
import java.time.Instant;
import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.concurrent.BlockingQueue;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.CompletionStage;
import java.util.concurrent.LinkedBlockingQueue;
import java.util.concurrent.locks.ReentrantLock;
import java.util.stream.Collectors;
import org.calmanchor.core.access.Caller;
import org.calmanchor.core.logging.Loggable;
import org.calmanchor.core.logging.RateLimitedLog;
import org.calmanchor.web.http.HttpRequest;
import org.calmanchor.web.http.HttpResponse;
import org.jspecify.annotations.Nullable;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.slf4j.event.Level;

/**
 * A request and response of a container, as a site sees them. Most calls end on the container's own
 * thread; the others go on asynchronously (Jakarta Servlet 6.0, section 2.3.3.3).
 */
final class ServletExchange implements HttpRequest, HttpResponse {
  private static final Logger LOG = LoggerFactory.getLogger(ServletExchange.class);
  private static final RateLimitedLog SYNCHRONOUS = new RateLimitedLog(LOG, Level.WARN);
  private static final String CERTIFICATES = "jakarta.servlet.request.X509Certificate";

  private final HttpServletRequest request;
  private final HttpServletResponse response;
  private final ServletOutput output;
  private final String prefix;
  private final String path;
  private final String remoteAddress;
  private volatile boolean isCancelled;
  private volatile boolean isAborted;

  /** Whether the connection failed while it was read from, so that the container will end it. */
  private volatile boolean isUnreadable;

  /** Guarded by this object. */
  private @Nullable AsyncContext async;

  /** Held while a thread reads from the container; no monitor, as in the output. */
  private final ReentrantLock reading = new ReentrantLock();

  /** Held while a request is completed, which the container must not end meanwhile. */
  private final Object over = new Object();

  /** What is to be run before the request becomes asynchronous, or if it cannot become so. */
  private final BlockingQueue<Runnable> waiting = new LinkedBlockingQueue<>();

  ServletExchange(HttpServletRequest request, HttpServletResponse response) {
    this.request = request;
    this.response = response;
    this.output = new ServletOutput(response);
    this.prefix = prefixOf(request);
    String uri = request.getRequestURI();
    String rest = uri.startsWith(prefix) ? uri.substring(prefix.length()) : uri;
    this.path = rest.isEmpty() ? "/" : rest;
    this.remoteAddress = plain(request.getRemoteAddr());
  }

  /** What the container has put before the paths of the site. */
  private static String prefixOf(HttpServletRequest request) {
    boolean isBelow = request.getHttpServletMapping().getMappingMatch() == MappingMatch.PATH;
    return isBelow ? request.getContextPath() + request.getServletPath() : request.getContextPath();
  }

  /** Whether the request names the place of the site without the slash of its index. */
  boolean isAtPrefix() {
    return !prefix.isEmpty() && request.getRequestURI().equals(prefix);
  }

  /** What stands behind the last slash of the prefix. */
  String lastOfPrefix() {
    return prefix.substring(prefix.lastIndexOf('/') + 1);
  }

  @Override
  public String method() {
    return request.getMethod();
  }

  @Override
  public String path() {
    return path;
  }

  @Override
  public String prefix() {
    return prefix;
  }

  @Override
  public @Nullable String query() {
    return request.getQueryString();
  }

  @Override
  public @Nullable String header(String name) {
    return request.getHeader(name);
  }

  @Override
  public List<String> headers(String name) {
    return Collections.list(request.getHeaders(name));
  }

  @Override
  public Map<String, String> headers() {
    Map<String, String> all = new LinkedHashMap<>();
    for (String name : Collections.list(request.getHeaderNames())) {
      all.put(name, String.join(", ", headers(name)));
    }
    return all;
  }

  @Override
  public String protocol() {
    return request.getProtocol();
  }

  @Override
  public String scheme() {
    return request.isSecure() ? "https" : "http";
  }

  @Override
  public @Nullable String authority() {
    // Not the header: the container may know of a proxy what the client has asked for.
    String name = request.getServerName();
    int port = request.getServerPort();
    String host = name.indexOf(':') >= 0 && !name.startsWith("[") ? "[" + name + "]" : name;
    return port == (request.isSecure() ? 443 : 80) ? host : host + ":" + port;
  }

  @Override
  public @Nullable X509Certificate clientCertificate() {
    return request.getAttribute(CERTIFICATES) instanceof X509Certificate[] chain && chain.length > 0
        ? chain[0]
        : null;
  }

  @Override
  public @Nullable Caller caller(Set<String> roles) {
    Principal user = request.getUserPrincipal();
    if (user == null) {
      return null;
    }
    if (user.getName() == null || !Caller.isName(user.getName())) {
      LOG.warn("the container knows a caller whose name cannot be one here; it counts as nobody");
      return null;
    }
    return new Caller(
        user.getName(),
        roles.stream().filter(request::isUserInRole).collect(Collectors.toUnmodifiableSet()));
  }

  @Override
  public String localAddress() {
    return plain(request.getLocalAddr());
  }

  @Override
  public String remoteAddress() {
    return remoteAddress;
  }

  /** Without the brackets that some containers write. */
  private static String plain(@Nullable String address) {
    if (address == null) {
      return "";
    }
    return address.startsWith("[") ? address.substring(1, address.length() - 1) : address;
  }

  @Override
  public InputStream body() {
    try {
      return new Received(request.getInputStream());
    } catch (IOException unreadable) {
      throw new UncheckedIOException(unreadable);
    }
  }

  /** Notes that the connection has failed. */
  private final class Received extends FilterInputStream {
    Received(InputStream in) {
      super(in);
    }

    @Override
    public int read() throws IOException {
      byte[] one = new byte[1];
      return read(one, 0, 1) < 0 ? -1 : one[0] & 0xFF;
    }

    @Override
    public int read(byte[] bytes, int offset, int length) throws IOException {
      reading.lock();
      try {
        if (isUnreadable) {
          throw new IOException("the connection has failed, or the request is over");
        }
        return in.read(bytes, offset, length);
      } catch (IOException failed) {
        isUnreadable = true;
        throw failed;
      } finally {
        reading.unlock();
      }
    }
  }

  @Override
  public long length() {
    return request.getContentLengthLong();
  }

  @Override
  public synchronized void resume(Runnable rest) {
    if (async == null) {
      waiting.add(rest);
    } else {
      async.start(rest);
    }
  }

  @Override
  public @Nullable Instant deadline() {
    return null;
  }

  @Override
  public boolean isCancelled() {
    return isCancelled;
  }

  @Override
  public void status(int status) {
    response.setStatus(status);
  }

  @Override
  public void header(String name, String value) {
    response.setHeader(name, value);
  }

  @Override
  public OutputStream output() {
    return output;
  }

  /** Breaks off, unless all was sent; the connection ends when this exchange is finished. */
  @Override
  public void abort() {
    isAborted = !output.isComplete();
    output.end();
  }

  /**
   * Finishes now, or when {@code handled} completes. Runs on the thread that the container has
   * given for the request.
   *
   * @throws BrokenOffException when the answer was broken off, so that the container closes the
   *     connection
   */
  void finish(CompletableFuture<Void> handled) throws IOException {
    // A container may use the request again for another connection as soon as its thread is back,
    // if this one has failed, even if it was made asynchronous.
    boolean isBroken = isUnreadable || output.isBroken();
    if (!handled.isDone() && (isBroken || !request.isAsyncSupported())) {
      if (!isBroken) {
        SYNCHRONOUS.log(
            "a filter before the SOAP servlet, or its descriptor, lacks async-supported: each call"
                + " that takes a while holds a thread");
      }
      await(handled);
    }
    if (handled.isDone()) {
      end(failureOf(handled));
      if (isAborted) {
        breakOff(response);
      }
      return;
    }
    AsyncContext started = startAsync();
    synchronized (this) {
      async = started;
      for (Runnable rest = waiting.poll(); rest != null; rest = waiting.poll()) {
        started.start(rest);
      }
    }
    CompletionStage<Void> end = handled;
    end.whenComplete((done, failed) -> complete(started, failed));
  }

  /** Waits on the container's thread, which must not go back before. */
  private void await(CompletableFuture<Void> handled) {
    CompletionStage<Void> end = handled;
    end.whenComplete((done, failed) -> waiting.add(() -> {}));
    try {
      while (!handled.isDone()) {
        waiting.take().run();
      }
    } catch (InterruptedException stopped) {
      Thread.currentThread().interrupt();
      abort();
      handled.completeExceptionally(stopped);
    }
  }

  private void complete(AsyncContext started, @Nullable Throwable failed) {
    end(failed);
    synchronized (over) {
      if (isCancelled) {
        // The container ends it itself, and may use its objects for another request already.
        return;
      }
      try {
        if (isAborted) {
          started.dispatch();
        } else {
          started.complete();
        }
      } catch (IllegalStateException ended) {
        LOG.debug("the container has ended a request itself", Loggable.failure(ended));
      }
    }
  }

  /**
   * The container ends the request, and may use its objects for another one afterwards. A thread of
   * ours that has met the failure first may still be about to note it in them, which would end that
   * other request; so the container waits until it has left.
   */
  private void cancel() {
    output.release();
    // A thread that waits for bytes now reads no others: the container's time for them is the most.
    isUnreadable = true;
    reading.lock();
    try {
      synchronized (over) {
        isCancelled = true;
      }
    } finally {
      reading.unlock();
    }
  }

  private AsyncContext startAsync() {
    AsyncContext started = request.startAsync();
    // Calls have a deadline of their own.
    started.setTimeout(0);
    started.addListener(new Watch());
    return started;
  }

  private static @Nullable Throwable failureOf(CompletableFuture<Void> handled) {
    return handled.handle((done, failed) -> failed).join();
  }

  private void end(@Nullable Throwable failed) {
    try {
      if (failed != null) {
        LOG.error("a request to {} failed", Loggable.text(path), Loggable.failure(failed));
        abort();
      } else {
        output.close();
      }
    } catch (IOException callerGone) {
      LOG.debug("the caller of {} has gone", Loggable.text(path), Loggable.failure(callerGone));
      abort();
    }
  }

  /**
   * Makes an answer that was broken off look so.
   *
   * @throws BrokenOffException when a part of it was sent already: it makes the container close the
   *     connection
   */
  static void breakOff(HttpServletResponse response) throws BrokenOffException {
    if (response.isCommitted()) {
      throw new BrokenOffException();
    }
    response.reset();
    response.setStatus(HttpServletResponse.SC_INTERNAL_SERVER_ERROR);
    response.setHeader("Connection", "close");
    response.setContentLength(0);
  }

  /** Learns of callers who have gone. */
  private final class Watch implements AsyncListener {
    @Override
    public void onComplete(AsyncEvent event) {
      cancel();
    }

    @Override
    public void onTimeout(AsyncEvent event) {
      cancel();
    }

    @Override
    public void onError(AsyncEvent event) {
      cancel();
    }

    @Override
    public void onStartAsync(AsyncEvent event) {
      // A request starts once.
      event.getAsyncContext().addListener(this);
    }
  }
}
