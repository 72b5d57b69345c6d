package org.calmanchor.benchmarks.http;

import java.io.InputStream;
import java.nio.ByteBuffer;
import java.util.Locale;
import org.eclipse.jetty.http.HttpHeader;
import org.eclipse.jetty.io.Content;
import org.eclipse.jetty.server.Handler;
import org.eclipse.jetty.server.HttpConfiguration;
import org.eclipse.jetty.server.HttpConnectionFactory;
import org.eclipse.jetty.server.Request;
import org.eclipse.jetty.server.Response;
import org.eclipse.jetty.server.Server;
import org.eclipse.jetty.server.ServerConnector;
import org.eclipse.jetty.util.Callback;
import org.eclipse.jetty.util.thread.QueuedThreadPool;

/** The same work written by hand, on the server library with the settings of our host. */
public final class HandWrittenProgram {
  private static final int MOST_THREADS = 256;
  private static final int LEAST_THREADS = 8;

  private HandWrittenProgram() {}

  /** Says its port, then answers as the argument says, raw, json or stax, until it ends. */
  public static void main(String[] arguments) throws Exception {
    Questions.answer();
    serve(
        switch (arguments[0]) {
          case "raw" -> new Codecs.Raw();
          case "json" -> new Codecs.Json();
          case "stax" -> new Codecs.Stax();
          default -> throw new IllegalArgumentException("raw, json or stax");
        });
  }

  /** Serves until the process ends. */
  static void serve(Codecs codecs) throws Exception {
    Server server = new Server(new QueuedThreadPool(MOST_THREADS, LEAST_THREADS));
    HttpConfiguration http = new HttpConfiguration();
    http.setSendServerVersion(false);
    ServerConnector connector = new ServerConnector(server, 1, 1, new HttpConnectionFactory(http));
    connector.setHost("localhost");
    server.addConnector(connector);
    server.setHandler(new Calls(codecs));
    server.start();
    System.out.println(connector.getLocalPort());
    server.join();
  }

  private static final class Calls extends Handler.Abstract {
    private final Codecs codecs;

    Calls(Codecs codecs) {
      this.codecs = codecs;
    }

    @Override
    public boolean handle(Request request, Response response, Callback callback) throws Exception {
      Exchanges exchange =
          Exchanges.valueOf(
              Request.getPathInContext(request).substring(1).toUpperCase(Locale.ROOT));
      byte[] answer;
      try (InputStream in = Content.Source.asInputStream(request)) {
        answer = codecs.answer(exchange, in);
      }
      response.getHeaders().put(HttpHeader.CONTENT_TYPE, codecs.mediaType());
      response.write(true, ByteBuffer.wrap(answer), callback);
      return true;
    }
  }
}
