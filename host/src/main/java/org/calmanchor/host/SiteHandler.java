package org.calmanchor.host;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.CompletionStage;
import java.util.concurrent.TimeoutException;
import org.calmanchor.core.limits.Limit;
import org.calmanchor.core.limits.MemoryBudget;
import org.calmanchor.core.logging.Loggable;
import org.calmanchor.core.running.Refusal;
import org.calmanchor.host.http2.Http2Drain;
import org.calmanchor.web.hosting.HostedSite;
import org.eclipse.jetty.http.HttpException;
import org.eclipse.jetty.http.HttpMethod;
import org.eclipse.jetty.http.HttpStatus;
import org.eclipse.jetty.server.Handler;
import org.eclipse.jetty.server.Request;
import org.eclipse.jetty.server.Response;
import org.eclipse.jetty.util.Callback;
import org.eclipse.jetty.util.component.Graceful;
import org.jspecify.annotations.Nullable;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/** Passes each request to the site. */
final class SiteHandler extends Handler.Abstract implements Graceful {
  private static final Logger LOG = LoggerFactory.getLogger(SiteHandler.class);

  /** A request ends when this handler and its answer have both ended. */
  private static final int PARTS = 2;

  private final RunningRequests running = new RunningRequests();
  private final boolean isTls;
  private final UnsentAnswers unsent;
  private final HostedSite hosted;

  /**
   * Creates a handler.
   *
   * @param isTls whether requests that are not encrypted are refused
   */
  SiteHandler(HostedSite hosted, boolean isTls, UnsentAnswers unsent) {
    this.hosted = hosted;
    this.isTls = isTls;
    this.unsent = unsent;
  }

  /** The number of complete answers that wait for their readers. */
  int unsentCount() {
    return unsent.count();
  }

  /** Whether no request runs, and no answer waits for its reader. */
  boolean isIdle() {
    return running.areOver();
  }

  /** The site that answers the requests. */
  HostedSite hosted() {
    return hosted;
  }

  /** Tells {@code http2} of each answer from now on, and counts answers that are lost. */
  void drain(Http2Drain http2) {
    running.drain(http2);
  }

  /** How many answers could not be sent in full while the host drained. */
  long undeliveredCount() {
    return running.undeliveredCount();
  }

  /** Asks clients from now on to close their connections when they have got their answers. */
  void stopping() {
    running.stopping();
  }

  /** The future completes when all answers are sent. */
  @Override
  public CompletableFuture<Void> shutdown() {
    stopping();
    hosted.site().stopEvents();
    return running.shutdown();
  }

  @Override
  public boolean isShutdown() {
    return running.isShutdown();
  }

  @Override
  protected void doStart() throws Exception {
    running.cancel();
    super.doStart();
  }

  @Override
  public boolean handle(Request request, Response response, Callback callback) {
    running.begun(PARTS);
    try {
      BodyStart start = hasWantedBody(request) ? new BodyStart(request) : null;
      JettyExchange exchange =
          new JettyExchange(request, response, callback, running, unsent, start);
      if (isTls && !request.isSecure()) {
        tellHttps(exchange);
      } else if (start == null) {
        answer(exchange);
      } else if (start.gather()) {
        begin(exchange, start);
      } else {
        await(request, exchange, start);
      }
    } finally {
      running.ended();
    }
    return true;
  }

  /** Whether there may be a body that is read, and not refused for its length. */
  private boolean hasWantedBody(Request request) {
    return HttpMethod.POST.is(request.getMethod())
        && request.getLength() <= hosted.limits().value(Limit.BODY_BYTES);
  }

  /** Answers a request later, when so much of its body has arrived that it may take a slot. */
  private void await(Request request, JettyExchange exchange, BodyStart start) {
    MemoryBudget memory = hosted.calls().memory();
    String address = hosted.site().senderOf(exchange);
    if (!memory.take(address)) {
      refuse(exchange, Refusal.noMemory());
      return;
    }
    BodyArrival.Outcome outcome =
        new BodyArrival.Outcome() {
          @Override
          public void proceed() {
            memory.give(address, 1);
            begin(exchange, start);
          }

          @Override
          public void refuse(Refusal why) {
            hosted.calls().limitCounts().count(Limit.READ_TIME);
            memory.give(address, 1);
            SiteHandler.this.refuse(exchange, why);
          }
        };
    new BodyArrival(request, start, hosted.limits().time(Limit.READ_TIME), outcome).await();
  }

  private void begin(JettyExchange exchange, BodyStart start) {
    Throwable failure = start.failure();
    if (failure == null) {
      answer(exchange);
    } else if (failure instanceof HttpException) {
      // Who has only closed its own direction reads the answer.
      refuse(exchange, new Refusal(400, "The message broke off, or its chunks are malformed."));
    } else if (failure instanceof TimeoutException) {
      refuse(exchange, Refusal.tooSlow());
    } else {
      exchange.abort();
    }
  }

  private void refuse(JettyExchange exchange, Refusal why) {
    try {
      hosted.site().refuse(exchange, exchange, why);
      exchange.end();
    } catch (IOException callerGone) {
      exchange.abort();
    }
  }

  private static void tellHttps(JettyExchange exchange) {
    exchange.status(HttpStatus.BAD_REQUEST_400);
    exchange.header("Content-Type", "text/plain; charset=utf-8");
    exchange.header("Connection", "close");
    try {
      exchange
          .output()
          .write(
              "This port speaks HTTPS: write https:// before the address.\n"
                  .getBytes(StandardCharsets.UTF_8));
      exchange.end();
    } catch (IOException callerGone) {
      exchange.abort();
    }
  }

  private void answer(JettyExchange exchange) {
    try {
      CompletionStage<Void> handled = hosted.site().handle(exchange, exchange);
      CompletableFuture<Void> known = handled.toCompletableFuture();
      if (known.isDone() && !known.isCompletedExceptionally()) {
        finish(exchange, null);
      } else {
        handled.whenComplete((done, failed) -> finish(exchange, failed));
      }
    } catch (IOException | UncheckedIOException callerGone) {
      LOG.debug(
          "the caller of {} has gone",
          Loggable.text(exchange.path()),
          Loggable.failure(callerGone));
      exchange.abort();
    } catch (RuntimeException | Error failed) {
      LOG.error("a request to {} failed", Loggable.text(exchange.path()), Loggable.failure(failed));
      exchange.abort();
    }
  }

  private static void finish(JettyExchange exchange, @Nullable Throwable failed) {
    if (failed == null) {
      exchange.end();
    } else {
      LOG.error("a request to {} failed", Loggable.text(exchange.path()), Loggable.failure(failed));
      exchange.abort();
    }
  }
}
