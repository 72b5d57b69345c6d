package org.calmanchor.host;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import org.calmanchor.core.logging.Loggable;
import org.eclipse.jetty.http2.server.HTTP2CServerConnectionFactory;
import org.eclipse.jetty.server.Handler;
import org.eclipse.jetty.server.HttpConfiguration;
import org.eclipse.jetty.server.HttpConnectionFactory;
import org.eclipse.jetty.server.LocalConnector;
import org.eclipse.jetty.server.Request;
import org.eclipse.jetty.server.Response;
import org.eclipse.jetty.server.Server;
import org.eclipse.jetty.server.ServerConnector;
import org.eclipse.jetty.util.Callback;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/**
 * Loads the classes of the server, which takes as long as a third of a start, by a server that has
 * no port and answers one request.
 */
final class ServerWarmUp implements Runnable {
  private static final int THREADS = 6;
  private static final String REQUEST =
      "POST / HTTP/1.1\r\nHost: localhost\r\nContent-Length: 1\r\nConnection: close\r\n\r\na";

  private ServerWarmUp() {}

  /** Starts it on a thread of its own, if there is a core for it. */
  static void start() {
    if (Runtime.getRuntime().availableProcessors() == 1) {
      return;
    }
    Thread thread = new Thread(new ServerWarmUp(), "calm-anchor-warm-up");
    thread.setDaemon(true);
    thread.start();
  }

  /** Not a constant, because the log starts on the thread that is made here, too. */
  private static Logger log() {
    return LoggerFactory.getLogger(ServerWarmUp.class);
  }

  @Override
  public void run() {
    Server server = new Server(ServerThreads.pool(THREADS, 1));
    try {
      HttpConfiguration http = new HttpConfiguration();
      LocalConnector connector = new LocalConnector(server, new HttpConnectionFactory(http));
      // Never started: only its classes are wanted.
      new ServerConnector(
          server, 1, 1, new HttpConnectionFactory(http), new HTTP2CServerConnectionFactory(http));
      server.addConnector(connector);
      server.setHandler(new Answers());
      server.start();
      connector.getResponse(REQUEST);
    } catch (Exception failed) {
      log().debug("the server could not be warmed up", Loggable.failure(failed));
    } finally {
      stop(server);
    }
  }

  private static void stop(Server server) {
    try {
      server.stop();
    } catch (Exception failed) {
      log().debug("the server that warmed up could not be stopped", Loggable.failure(failed));
    }
  }

  private static final class Answers extends Handler.Abstract {
    @Override
    public boolean handle(Request request, Response response, Callback callback) {
      RunningRequests running = new RunningRequests();
      DelayedOutput output = new DelayedOutput(request, response, callback, running);
      try (BodyInput in = new BodyInput(request, new BodyStart(request))) {
        in.read();
        output.write("a".getBytes(StandardCharsets.US_ASCII));
        output.close();
      } catch (IOException failed) {
        callback.failed(failed);
      }
      return true;
    }
  }
}
