package org.calmanchor.host;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.CompletionStage;
import org.calmanchor.web.Site;
import org.eclipse.jetty.server.Handler;
import org.eclipse.jetty.server.Request;
import org.eclipse.jetty.server.Response;
import org.eclipse.jetty.util.Callback;
import org.jspecify.annotations.Nullable;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/** Hands each request to the site, and its answer to the server. */
final class SiteHandler extends Handler.Abstract {
  private static final Logger LOG = LoggerFactory.getLogger(SoapHost.class);

  private volatile Site site;

  SiteHandler(Site site) {
    this.site = site;
  }

  Site site() {
    return site;
  }

  /** Answers from now on with {@code changed}; calls that run end as they began. */
  void site(Site changed) {
    this.site = changed;
  }

  @Override
  public boolean handle(Request request, Response response, Callback callback) {
    JettyExchange exchange = new JettyExchange(request, response, callback);
    try {
      CompletionStage<Void> handled = site.handle(exchange, exchange);
      CompletableFuture<Void> known = handled.toCompletableFuture();
      if (known.isDone() && !known.isCompletedExceptionally()) {
        finish(exchange, null);
      } else {
        handled.whenComplete((done, failed) -> finish(exchange, failed));
      }
    } catch (IOException | UncheckedIOException callerGone) {
      LOG.debug("the caller of {} has gone", exchange.path(), callerGone);
      exchange.abort();
    } catch (RuntimeException | Error failed) {
      LOG.error("a request to {} failed", exchange.path(), failed);
      exchange.abort();
    }
    return true;
  }

  private static void finish(JettyExchange exchange, @Nullable Throwable failed) {
    try {
      if (failed == null) {
        exchange.end();
        return;
      }
      LOG.error("a request to {} failed", exchange.path(), failed);
    } catch (IOException callerGone) {
      LOG.debug("the caller of {} has gone", exchange.path(), callerGone);
    }
    exchange.abort();
  }
}
