package org.calmanchor.servlet;

import jakarta.servlet.DispatcherType;
import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpServlet;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.time.Duration;
import java.util.Objects;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.TimeUnit;
import org.calmanchor.core.logging.Loggable;
import org.calmanchor.web.hosting.HostedSite;
import org.jspecify.annotations.Nullable;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/**
 * Serves SOAP services with their documents and pages. It has to be mapped to {@code /*}, to
 * something like {@code /soap/*}, or to the paths of its services, and must support asynchronous
 * processing.
 */
public class HostedServlet extends HttpServlet {
  private static final long serialVersionUID = 1L;
  private static final Logger LOG = LoggerFactory.getLogger(HostedServlet.class);
  private static final long LOOK_MILLIS = 20;

  private transient @Nullable HostedSite hosted;
  private transient Duration stopTime = Duration.ZERO;

  /** Creates a servlet that is told later what it serves. */
  HostedServlet() {}

  /** Creates a servlet that serves a site, and waits so long for its calls at the end. */
  HostedServlet(HostedSite site, Duration stopTime) {
    serve(site, stopTime);
  }

  /** Serves a site from now on, which is not started yet. */
  final void serve(HostedSite site, Duration longest) {
    this.hosted = site;
    this.stopTime = longest;
  }

  /** What it serves, from the start on. */
  final HostedSite hosted() {
    return Objects.requireNonNull(hosted, "the servlet was not initialized");
  }

  /** Why its services are not ready; null if they are. */
  public final @Nullable String reasonNotReady() {
    return hosted().health().reasonNotReady();
  }

  @Override
  public void init() throws ServletException {
    try {
      hosted().start();
    } catch (RuntimeException unfit) {
      // A container does not destroy a servlet that could not be initialized.
      hosted().close();
      throw new ServletException(unfit.getMessage(), unfit);
    }
    hosted().serving();
  }

  @Override
  public final void service(HttpServletRequest request, HttpServletResponse response)
      throws ServletException, IOException {
    if (request.getDispatcherType() == DispatcherType.ASYNC) {
      // A call that another thread has broken off comes back, because only here it can be done.
      ServletExchange.breakOff(response);
      return;
    }
    ServletExchange exchange = new ServletExchange(request, response);
    if (exchange.isAtPrefix()) {
      // Relative references of the index need the slash; this one is right behind proxies, too.
      response.setStatus(HttpServletResponse.SC_FOUND);
      response.setHeader("Location", exchange.lastOfPrefix() + "/");
      return;
    }
    CompletableFuture<Void> handled;
    try {
      handled = hosted().site().handle(exchange, exchange).toCompletableFuture();
    } catch (IOException | UncheckedIOException callerGone) {
      LOG.debug(
          "the caller of {} has gone",
          Loggable.text(exchange.path()),
          Loggable.failure(callerGone));
      exchange.abort();
      handled = CompletableFuture.completedFuture(null);
    } catch (RuntimeException | Error failed) {
      handled = CompletableFuture.failedFuture(failed);
    }
    exchange.finish(handled);
  }

  /** Lets running calls end, for a while, and closes the objects of the services. */
  @Override
  public final void destroy() {
    HostedSite site = hosted;
    if (site == null) {
      return;
    }
    site.health().stopping();
    site.site().stopEvents();
    long end = System.nanoTime() + stopTime.toNanos();
    try {
      while (!site.calls().running().isEmpty() && System.nanoTime() < end) {
        TimeUnit.MILLISECONDS.sleep(LOOK_MILLIS);
      }
      if (!site.calls().running().isEmpty()) {
        LOG.warn(
            "calls that still ran after {} s were broken off when the application stopped",
            stopTime.toSeconds());
      }
    } catch (InterruptedException hurried) {
      Thread.currentThread().interrupt();
    } finally {
      site.close();
    }
  }
}
