package org.calmanchor.web.access;

import com.fasterxml.jackson.jr.ob.JSON;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.ArrayBlockingQueue;
import java.util.concurrent.BlockingQueue;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicLong;
import org.calmanchor.web.event.ServedExchange;

/**
 * Writes both messages of one in so many calls to a file, each exchange as a JSON object in a line.
 * Secrets in headers and messages, as far as names tell them, are masked; of long messages it has
 * the beginning.
 */
public final class MessageLog implements AutoCloseable {
  private static final int MOST_WAITING = 200;

  private final LogWriter writer;
  private final BlockingQueue<ServedExchange> waiting = new ArrayBlockingQueue<>(MOST_WAITING);
  private final AtomicLong dropped = new AtomicLong();
  private final AtomicLong count = new AtomicLong();
  private final long oneIn;

  private MessageLog(Path path, long oneIn) {
    this.writer = new LogWriter(path, this::takeLines);
    this.oneIn = oneIn;
  }

  /**
   * Creates a log, whose file is opened when the host starts.
   *
   * @param path where to write; {@code -} for the standard output
   * @param oneIn of how many calls one is written; 1 for all
   */
  public static MessageLog to(Path path, long oneIn) {
    if (oneIn < 1) {
      throw new IllegalArgumentException("one in at least 1 call is written, not in " + oneIn);
    }
    return new MessageLog(path, oneIn);
  }

  /**
   * Opens the file.
   *
   * @throws IllegalStateException when it cannot be written
   */
  public void open() {
    writer.open();
  }

  /** Whether the next call is one that is written. */
  public boolean takesNext() {
    return oneIn == 1 || count.getAndIncrement() % oneIn == 0;
  }

  /** Writes an exchange that has ended. */
  public void add(ServedExchange exchange) {
    if (!waiting.offer(exchange)) {
      dropped.incrementAndGet();
    }
  }

  private LineSource.WaitingLines takeLines() {
    List<ServedExchange> exchanges = new ArrayList<>();
    waiting.drainTo(exchanges);
    StringBuilder lines = new StringBuilder();
    for (ServedExchange each : exchanges) {
      lines.append(line(each)).append('\n');
    }
    byte[] bytes = lines.toString().getBytes(StandardCharsets.UTF_8);
    return new LineSource.WaitingLines(bytes, bytes.length, exchanges.size(), dropped.getAndSet(0));
  }

  private static String line(ServedExchange exchange) {
    Map<String, Object> all = new LinkedHashMap<>();
    all.put("at", exchange.at().toString());
    all.put("from", exchange.from());
    all.put("path", exchange.path());
    all.put("operation", exchange.operation());
    all.put("outcome", exchange.outcome());
    all.put("status", exchange.status());
    all.put("ms", TimeUnit.NANOSECONDS.toMicros(exchange.took().toNanos()) / 1000.0);
    all.put("wasAborted", exchange.wasAborted());
    all.put("requestHeaders", exchange.requestHeaders());
    all.put("request", exchange.request());
    all.put("responseHeaders", exchange.responseHeaders());
    all.put("response", exchange.response());
    try {
      return JSON.std.asString(all);
    } catch (IOException impossible) {
      throw new IllegalStateException("texts and numbers are always JSON", impossible);
    }
  }

  /** Writes what is left, and closes the file. */
  @Override
  public void close() throws IOException {
    writer.close();
  }
}
