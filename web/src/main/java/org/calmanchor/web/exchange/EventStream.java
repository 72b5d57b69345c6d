package org.calmanchor.web.exchange;

import java.io.IOException;
import java.io.OutputStream;
import java.nio.charset.StandardCharsets;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.CompletionStage;
import java.util.concurrent.locks.ReentrantLock;
import org.calmanchor.core.logging.Loggable;
import org.calmanchor.web.http.HttpRequest;
import org.calmanchor.web.http.HttpResponse;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/**
 * The stream of events to one page. One thread at a time writes to it, and it ends only between two
 * writes, so that the page gets every event in full. Safe for any number of threads.
 */
final class EventStream {
  private static final Logger LOG = LoggerFactory.getLogger(EventStream.class);

  /** An event without a meaning (HTML Standard, section 9.2.6). */
  static final byte[] COMMENT = ":\n\n".getBytes(StandardCharsets.US_ASCII);

  private final String path;
  private final HttpRequest request;
  private final HttpResponse response;
  private final CompletableFuture<Void> ended = new CompletableFuture<>();
  private final ReentrantLock using = new ReentrantLock();
  private volatile boolean isEnding;

  EventStream(HttpRequest request, HttpResponse response) {
    // The request and the response may be used for others after the end.
    this.path = request.path();
    this.request = request;
    this.response = response;
  }

  /** The path whose exchanges the page shows. */
  String path() {
    return path;
  }

  /** Completes when the stream has ended. */
  CompletionStage<Void> whenEnded() {
    return ended;
  }

  /** Whether nothing more is written. */
  boolean isEnded() {
    return isEnding;
  }

  /**
   * Writes, or ends the stream of a page that has gone; nothing is written after the end.
   *
   * @param bytes an event; if they are none, the stream is only looked at
   */
  void write(byte[] bytes) {
    using.lock();
    try {
      if (!isEnding && request.isCancelled()) {
        isEnding = true;
      } else if (!isEnding && bytes.length > 0) {
        OutputStream out = response.output();
        // The host sends a write with the next one: the comment pushes what is before it.
        out.write(bytes);
        out.write(COMMENT);
      }
    } catch (IOException gone) {
      LOG.debug("a page has closed its event stream", Loggable.failure(gone));
      isEnding = true;
    } finally {
      using.unlock();
    }
    if (isEnding) {
      end();
    }
  }

  /** Ends the stream: now, or after the write that another thread is at. Does not wait for it. */
  void end() {
    isEnding = true;
    if (using.tryLock()) {
      try {
        ended.complete(null);
      } finally {
        using.unlock();
      }
    }
  }
}
