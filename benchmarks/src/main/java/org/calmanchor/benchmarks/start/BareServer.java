package org.calmanchor.benchmarks.start;

import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;
import org.eclipse.jetty.http.HttpHeader;
import org.eclipse.jetty.server.Handler;
import org.eclipse.jetty.server.Request;
import org.eclipse.jetty.server.Response;
import org.eclipse.jetty.server.Server;
import org.eclipse.jetty.server.ServerConnector;
import org.eclipse.jetty.util.Callback;

/** A server that answers every request with the same bytes. Argument: its port, as in a bundle. */
public final class BareServer {
  private static final byte[] ANSWER = "<answer/>".getBytes(StandardCharsets.UTF_8);

  private BareServer() {}

  /** Serves until it is killed. */
  public static void main(String[] arguments) throws Exception {
    Server server = new Server();
    ServerConnector connector = new ServerConnector(server);
    connector.setHost("localhost");
    connector.setPort(Integer.parseInt(arguments[0].substring("--port=".length())));
    server.addConnector(connector);
    server.setHandler(new Same());
    server.setStopAtShutdown(true);
    server.start();
    server.join();
  }

  private static final class Same extends Handler.Abstract {
    @Override
    public boolean handle(Request request, Response response, Callback callback) {
      response.getHeaders().put(HttpHeader.CONTENT_TYPE, "text/xml");
      response.write(true, ByteBuffer.wrap(ANSWER), callback);
      return true;
    }
  }
}
