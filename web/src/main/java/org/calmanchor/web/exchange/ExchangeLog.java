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
import org.calmanchor.web.event.ServedExchange;
import org.calmanchor.web.http.HttpRequest;
import org.calmanchor.web.http.HttpResponse;
import org.jspecify.annotations.Nullable;

/**
 * Keeps the last exchanges of all callers. The one for the test page keeps some of each second
 * under load, and counts the others. Safe for any number of threads.
 */
public final class ExchangeLog {
  private static final int KEPT = 50;
  private static final int PER_SECOND = 20;
  private static final long MOST_WAIT_NANOS = TimeUnit.SECONDS.toNanos(1);

  private final int kept;
  private final int perSecond;

  private final Deque<RecordedExchange> last = new ArrayDeque<>();
  private final AtomicLong second = new AtomicLong();
  private final AtomicInteger inSecond = new AtomicInteger();
  private final AtomicLong passedOver = new AtomicLong();

  /** Exchanges that have begun and not ended. */
  private int open;

  private ExchangeLog(int kept, int perSecond) {
    this.kept = kept;
    this.perSecond = perSecond;
  }

  /** A log for the test page. */
  public static ExchangeLog forPages() {
    return new ExchangeLog(KEPT, PER_SECOND);
  }

  /** A log of every exchange, which keeps the last {@code most}. */
  public static ExchangeLog ofAll(int most) {
    return new ExchangeLog(most, Integer.MAX_VALUE);
  }

  /** Starts to record an exchange; null if enough exchanges were recorded in this second. */
  public @Nullable RecordedExchange begin(HttpRequest request, HttpResponse response) {
    long now = TimeUnit.NANOSECONDS.toSeconds(System.nanoTime());
    long known = second.get();
    if (now != known && second.compareAndSet(known, now)) {
      inSecond.set(0);
    }
    // Read before incrementing: an increment by many threads is more expensive.
    if (inSecond.get() >= perSecond || inSecond.incrementAndGet() > perSecond) {
      passedOver.incrementAndGet();
      return null;
    }
    synchronized (this) {
      open++;
    }
    return new RecordedExchange(request, response);
  }

  /** Adds an exchange that has begun here and has ended; the oldest one is dropped. */
  public synchronized void add(RecordedExchange exchange) {
    open--;
    notifyAll();
    if (last.size() == kept) {
      last.removeLast();
    }
    last.addFirst(exchange);
  }

  /**
   * The exchanges that have ended, the oldest first. A caller has its answer a moment before the
   * exchange has ended here, so this waits for those that are open, for a second at most.
   */
  public synchronized List<ServedExchange> exchanges() throws InterruptedException {
    long end = System.nanoTime() + MOST_WAIT_NANOS;
    for (long left = MOST_WAIT_NANOS; open > 0 && left > 0; left = end - System.nanoTime()) {
      TimeUnit.NANOSECONDS.timedWait(this, left);
    }
    List<ServedExchange> all = new ArrayList<>();
    last.descendingIterator().forEachRemaining(exchange -> all.add(exchange.exchange()));
    return all;
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
