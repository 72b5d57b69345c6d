package org.calmanchor.web.exchange;

import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.concurrent.atomic.AtomicLong;
import org.calmanchor.web.http.HttpRequest;
import org.calmanchor.web.http.HttpResponse;
import org.jspecify.annotations.Nullable;

/**
 * Keeps the last exchanges of all callers for the test page. Under load it keeps some of each
 * second and counts the others. Safe for any number of threads.
 */
public final class ExchangeLog {
  private static final int KEPT = 50;
  private static final int PER_SECOND = 20;

  private final Deque<RecordedExchange> last = new ArrayDeque<>();
  private final AtomicLong second = new AtomicLong();
  private final AtomicInteger inSecond = new AtomicInteger();
  private final AtomicLong passedOver = new AtomicLong();

  /** Starts to record an exchange; null if enough exchanges were recorded in this second. */
  public @Nullable RecordedExchange begin(HttpRequest request, HttpResponse response) {
    long now = TimeUnit.NANOSECONDS.toSeconds(System.nanoTime());
    long known = second.get();
    if (now != known && second.compareAndSet(known, now)) {
      inSecond.set(0);
    }
    // Read before incrementing: an increment by many threads is more expensive.
    if (inSecond.get() >= PER_SECOND || inSecond.incrementAndGet() > PER_SECOND) {
      passedOver.incrementAndGet();
      return null;
    }
    return new RecordedExchange(request, response);
  }

  /** Adds a finished exchange; the oldest one is dropped. */
  public synchronized void add(RecordedExchange exchange) {
    if (last.size() == KEPT) {
      last.removeLast();
    }
    last.addFirst(exchange);
  }

  /** The exchanges of a path for the page, the newest first. */
  public Map<String, Object> shown(String path) {
    List<RecordedExchange> all;
    synchronized (this) {
      all = new ArrayList<>(last);
    }
    Map<String, Object> shown = new LinkedHashMap<>();
    shown.put(
        "exchanges",
        all.stream()
            .filter(exchange -> exchange.path().equals(path))
            .map(RecordedExchange::shown)
            .toList());
    shown.put("passedOver", passedOver.get());
    return shown;
  }
}
