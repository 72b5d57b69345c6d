package org.calmanchor.examples.tides;

import com.fasterxml.jackson.jr.ob.JSON;
import com.sun.net.httpserver.HttpExchange;
import com.sun.net.httpserver.HttpServer;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.net.URI;
import java.net.URLDecoder;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.time.Instant;
import java.time.format.DateTimeParseException;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.concurrent.Executors;
import java.util.concurrent.atomic.AtomicInteger;

/**
 * The tide feed of somebody else, simulated: JSON over HTTP at a free port of this machine. It can
 * be told to misbehave, {@code PUT /mode}, so that one can see what the service makes of it.
 */
public final class TideFeed implements AutoCloseable {
  /** How long a slow feed takes for an answer. */
  static final Duration SLOW = Duration.ofSeconds(20);

  private static final int MOST_BYTES = 100;

  /** How the feed behaves. */
  public enum Mode {
    /** It answers at once. */
    WELL,
    /** It takes 20 seconds for an answer. */
    SLOW,
    /** It answers with status 500. */
    FAILING,
    /** What it answers is not what was agreed. */
    NONSENSE,
    /** It closes connections without an answer. */
    DOWN;

    /**
     * The mode of a name in any case.
     *
     * @throws IllegalArgumentException if there is none; the message lists the modes
     */
    public static Mode of(String name) {
      for (Mode mode : values()) {
        if (mode.name().equalsIgnoreCase(name.strip())) {
          return mode;
        }
      }
      throw new IllegalArgumentException(
          "The feed cannot be \""
              + name.strip()
              + "\". It can be well, slow, failing, nonsense or down.");
    }

    @Override
    public String toString() {
      return name().toLowerCase(Locale.ROOT);
    }
  }

  private final HttpServer server;
  private final Map<String, List<Tide>> tides = TideFile.read();
  private final AtomicInteger requests = new AtomicInteger();
  private volatile Mode mode;

  private TideFeed(HttpServer server, Mode mode) {
    this.server = server;
    this.mode = mode;
  }

  /** Starts a feed that behaves so. */
  public static TideFeed start(Mode mode) {
    try {
      HttpServer server =
          HttpServer.create(new InetSocketAddress(InetAddress.getLoopbackAddress(), 0), 0);
      TideFeed feed = new TideFeed(server, mode);
      server.setExecutor(
          Executors.newCachedThreadPool(
              task -> {
                Thread thread = new Thread(task, "tide-feed");
                thread.setDaemon(true);
                return thread;
              }));
      server.createContext("/", feed::answer);
      server.start();
      return feed;
    } catch (IOException noPort) {
      throw new UncheckedIOException(noPort);
    }
  }

  /** Where it answers. */
  public URI address() {
    return URI.create("http://localhost:" + server.getAddress().getPort() + "/");
  }

  /** Lets it behave so from now on. */
  public void behave(Mode mode) {
    this.mode = mode;
  }

  /** How often it has been asked for tides or stations. */
  int requests() {
    return requests.get();
  }

  private void answer(HttpExchange exchange) throws IOException {
    try (exchange) {
      String path = exchange.getRequestURI().getPath();
      if (path.equals("/mode")) {
        changeMode(exchange);
        return;
      }
      requests.incrementAndGet();
      switch (mode) {
        case DOWN -> {
          // Closing the exchange without an answer closes the connection.
        }
        case FAILING -> send(exchange, 500, "text/plain", "The gauge is stuck.");
        case NONSENSE -> send(exchange, 200, "text/html", "<h1>Welcome to the tide portal</h1>");
        case SLOW -> {
          Thread.sleep(SLOW.toMillis());
          answer(exchange, path);
        }
        case WELL -> answer(exchange, path);
      }
    } catch (InterruptedException closed) {
      Thread.currentThread().interrupt();
    }
  }

  private void changeMode(HttpExchange exchange) throws IOException {
    if (!exchange.getRequestMethod().equals("PUT")) {
      send(exchange, 200, "text/plain", mode + "\n");
      return;
    }
    byte[] body = exchange.getRequestBody().readNBytes(MOST_BYTES);
    try {
      mode = Mode.of(new String(body, StandardCharsets.UTF_8));
      send(exchange, 200, "text/plain", "The tide feed is " + mode + " now.\n");
    } catch (IllegalArgumentException unknown) {
      send(exchange, 400, "text/plain", unknown.getMessage() + "\n");
    }
  }

  private void answer(HttpExchange exchange, String path) throws IOException {
    Map<String, String> query = query(exchange.getRequestURI());
    List<Tide> known = tides.get(query.getOrDefault("station", ""));
    if (path.equals("/stations")) {
      send(exchange, 200, "application/json", JSON.std.asString(tides.keySet()));
    } else if (path.equals("/tides") && known != null) {
      try {
        Instant from = Instant.parse(query.getOrDefault("from", ""));
        int count = Integer.parseInt(query.getOrDefault("count", "1"));
        List<Map<String, String>> next =
            known.stream()
                .filter(tide -> !tide.at().isBefore(from))
                .limit(Math.max(0, count))
                .map(TideFile::fields)
                .toList();
        send(exchange, 200, "application/json", JSON.std.asString(next));
      } catch (DateTimeParseException | NumberFormatException malformed) {
        send(exchange, 400, "text/plain", "The query needs station, from and count.\n");
      }
    } else {
      send(exchange, 404, "text/plain", "There is nothing here.\n");
    }
  }

  private static Map<String, String> query(URI uri) {
    Map<String, String> values = new HashMap<>();
    String query = uri.getRawQuery();
    for (String pair : query == null ? new String[0] : query.split("&", -1)) {
      int equals = pair.indexOf('=');
      if (equals > 0) {
        values.put(
            pair.substring(0, equals),
            URLDecoder.decode(pair.substring(equals + 1), StandardCharsets.UTF_8));
      }
    }
    return values;
  }

  private static void send(HttpExchange exchange, int status, String type, String text)
      throws IOException {
    byte[] body = text.getBytes(StandardCharsets.UTF_8);
    exchange.getResponseHeaders().set("Content-Type", type + "; charset=utf-8");
    exchange.sendResponseHeaders(status, body.length);
    exchange.getResponseBody().write(body);
  }

  @Override
  public void close() {
    server.stop(0);
  }
}
