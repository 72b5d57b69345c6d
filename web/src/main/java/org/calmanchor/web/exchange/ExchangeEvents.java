package org.calmanchor.web.exchange;

import com.fasterxml.jackson.jr.ob.JSON;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.CompletionStage;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.Executors;
import java.util.concurrent.ScheduledExecutorService;
import java.util.concurrent.ScheduledFuture;
import java.util.concurrent.TimeUnit;
import org.calmanchor.core.logging.Loggable;
import org.calmanchor.web.event.Reload;
import org.calmanchor.web.http.HttpRequest;
import org.calmanchor.web.http.HttpResponse;
import org.calmanchor.web.http.PageResponses;
import org.jspecify.annotations.Nullable;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/**
 * Tells open pages that there are new exchanges or other services, by server-sent events (HTML
 * Standard, section 9.2). A page then asks for them. The streams have a limit of their own, so that
 * they take no slot from calls and pages. Safe for any number of threads.
 */
public final class ExchangeEvents {
  private static final Logger LOG = LoggerFactory.getLogger(ExchangeEvents.class);

  /** The most streams at a time; further pages ask now and then instead. */
  static final int MOST = 20;

  /** How often the streams are written to, in milliseconds. */
  private static final long PERIOD = 500;

  /** After this number of periods without an event, a comment shows whether the page is there. */
  private static final int QUIET_PERIODS = 20;

  private static final byte[] EVENT = "data: exchanges\n\n".getBytes(StandardCharsets.US_ASCII);

  private static final byte[] NOTHING = {};

  private final List<EventStream> streams = new ArrayList<>();
  private final Set<String> changed = ConcurrentHashMap.newKeySet();
  private @Nullable ScheduledExecutorService timer;
  private @Nullable ScheduledFuture<?> telling;
  private boolean isClosed;
  private int quiet;

  /** The last reload as an event; empty if there was none. */
  private volatile byte[] reload = NOTHING;

  /** What the open streams were told of reloads; only the timer's thread uses it. */
  private byte[] told = NOTHING;

  /** Creates a register without streams. */
  public ExchangeEvents() {}

  /** Opens a stream about the exchanges of a path; the stage completes when it has ended. */
  public CompletionStage<Void> open(HttpRequest request, HttpResponse response) throws IOException {
    response.status(200);
    response.header("Content-Type", "text/event-stream");
    response.header("Cache-Control", "no-store");
    response.header("X-Content-Type-Options", "nosniff");
    EventStream stream = new EventStream(request, response);
    if (!add(stream)) {
      PageResponses.plain(response, 503, "Too many pages follow the exchanges already.");
      return CompletableFuture.completedFuture(null);
    }
    stream.write(EVENT);
    stream.write(reload);
    return stream.whenEnded();
  }

  private synchronized boolean add(EventStream stream) {
    removeEnded();
    if (isClosed || streams.size() >= MOST) {
      return false;
    }
    streams.add(stream);
    if (timer == null) {
      timer = Executors.newSingleThreadScheduledExecutor(ExchangeEvents::thread);
      telling = timer.scheduleWithFixedDelay(this::tell, PERIOD, PERIOD, TimeUnit.MILLISECONDS);
    }
    return true;
  }

  private static Thread thread(Runnable work) {
    Thread thread = new Thread(work, "calm-anchor-events");
    thread.setDaemon(true);
    return thread;
  }

  private void removeEnded() {
    streams.removeIf(EventStream::isEnded);
  }

  /** Notes that there is a new exchange of a path. */
  public void added(String path) {
    changed.add(path);
  }

  /** Notes that services were replaced, or could not be; the text is for people. */
  public void reloaded(Reload last) {
    Map<String, Object> event = new LinkedHashMap<>();
    event.put("number", last.number());
    event.put("at", last.at().toString());
    event.put("isDone", last.isDone());
    event.put("text", last.text());
    try {
      String data = JSON.std.asString(event);
      reload = ("event: reload\ndata: " + data + "\n\n").getBytes(StandardCharsets.UTF_8);
    } catch (IOException impossible) {
      throw new IllegalStateException("texts and numbers are always JSON", impossible);
    }
  }

  /** Runs in the timer's thread, which an exception would end. */
  private void tell() {
    try {
      tellAll();
    } catch (RuntimeException failed) {
      LOG.warn("pages could not be told of new exchanges", Loggable.failure(failed));
    }
  }

  private void tellAll() {
    List<EventStream> open;
    synchronized (this) {
      removeEnded();
      open = List.copyOf(streams);
    }
    Set<String> now = Set.copyOf(changed);
    changed.removeAll(now);
    byte[] last = reload;
    boolean isReloaded = !Arrays.equals(last, told);
    told = last;
    boolean isQuiet = ++quiet >= QUIET_PERIODS;
    if (isQuiet) {
      quiet = 0;
    }
    byte[] rest = isReloaded ? last : isQuiet ? EventStream.COMMENT : NOTHING;
    for (EventStream stream : open) {
      stream.write(!isReloaded && now.contains(stream.path()) ? EVENT : rest);
    }
  }

  /** The number of open streams. */
  public synchronized int count() {
    removeEnded();
    return streams.size();
  }

  /** Ends all streams, and opens no others. */
  public synchronized void close() {
    isClosed = true;
    if (timer != null && telling != null) {
      telling.cancel(false);
      timer.shutdown();
    }
    streams.forEach(EventStream::end);
    streams.clear();
  }
}
