package org.calmanchor.host;

import java.io.IOException;
import java.io.UncheckedIOException;
import org.calmanchor.web.Site;
import org.eclipse.jetty.server.Handler;
import org.eclipse.jetty.server.Request;
import org.eclipse.jetty.server.Response;
import org.eclipse.jetty.util.Callback;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/** Hands each request to the site, and its answer to the server. */
final class SiteHandler extends Handler.Abstract {
  private static final Logger LOG = LoggerFactory.getLogger(SoapHost.class);

  private final Site site;

  SiteHandler(Site site) {
    this.site = site;
  }

  @Override
  public boolean handle(Request request, Response response, Callback callback) {
    JettyExchange exchange = new JettyExchange(request, response);
    try {
      site.handle(exchange, exchange)
          .whenComplete((done, failed) -> finish(exchange, callback, failed));
    } catch (IOException | UncheckedIOException callerGone) {
      callback.failed(callerGone);
    } catch (RuntimeException | Error failed) {
      LOG.error("a request to {} failed", exchange.path(), failed);
      exchange.abort();
      callback.failed(failed);
    }
    return true;
  }

  private static void finish(JettyExchange exchange, Callback callback, Throwable failed) {
    try {
      if (failed == null && !exchange.isAborted()) {
        exchange.output().close();
        callback.succeeded();
      } else {
        callback.failed(failed == null ? new IOException("broken off") : failed);
      }
    } catch (IOException callerGone) {
      callback.failed(callerGone);
    }
  }
}
