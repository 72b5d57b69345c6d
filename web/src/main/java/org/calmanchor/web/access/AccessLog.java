package org.calmanchor.web.access;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.ArrayBlockingQueue;
import java.util.concurrent.BlockingQueue;
import java.util.concurrent.atomic.AtomicLong;
import org.calmanchor.core.logging.Loggable;
import org.calmanchor.core.observe.CallCounts;
import org.calmanchor.core.observe.CallObserver;
import org.calmanchor.core.observe.CallRecord;
import org.jspecify.annotations.Nullable;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/**
 * Writes a line about each call. A thread of its own writes ten times a second, so that no call
 * waits for a disk; if it cannot keep up, lines are dropped, and the log says how many.
 */
public final class AccessLog implements CallObserver, AutoCloseable {
  private static final Logger LOG = LoggerFactory.getLogger(AccessLog.class);
  private static final int MOST_WAITING = 20_000;
  private static final long PERIOD_MILLIS = 100;
  private static final long CLOSE_MILLIS = 2_000;

  /** How a line is written. */
  public enum Form {
    /** Names with their values, such as {@code outcome=result ms=1.84}. */
    LINE,
    /** A JSON object. */
    JSON
  }

  private final BlockingQueue<CallRecord> waiting = new ArrayBlockingQueue<>(MOST_WAITING);
  private final AtomicLong dropped = new AtomicLong();
  private final LogFile file;
  private final Form form;
  private final Thread thread = new Thread(this::writeOn, "calm-anchor-access-log");
  private volatile boolean isClosed;
  private boolean isFailing;

  private AccessLog(LogFile file, Form form) {
    this.file = file;
    this.form = form;
    this.thread.setDaemon(true);
  }

  /**
   * Creates a log.
   *
   * @param path where to write; {@code -} for the standard output. It is opened again when somebody
   *     has moved it away.
   * @throws UncheckedIOException when it cannot be written
   */
  public static AccessLog to(Path path, Form form) {
    try {
      return new AccessLog(LogFile.open(path), form);
    } catch (IOException unwritable) {
      throw new UncheckedIOException(
          "the access log " + path + " cannot be written: " + unwritable.getMessage(), unwritable);
    }
  }

  @Override
  public void started(CallCounts counts) {
    if (thread.getState() == Thread.State.NEW) {
      thread.start();
    }
  }

  @Override
  public void ended(CallRecord call) {
    // Nobody waits at the queue, so this wakes no thread.
    if (!waiting.offer(call)) {
      dropped.incrementAndGet();
    }
  }

  private void writeOn() {
    try {
      while (!isClosed) {
        Thread.sleep(PERIOD_MILLIS);
        writeAll();
      }
    } catch (InterruptedException closed) {
      LOG.debug("the access log ends", Loggable.failure(closed));
    }
  }

  private synchronized void writeAll() {
    List<CallRecord> records = new ArrayList<>();
    if (waiting.drainTo(records) == 0) {
      return;
    }
    RecordWriter writer = new RecordWriter(form == Form.JSON);
    records.forEach(writer::write);
    @Nullable IOException problem = null;
    try {
      file.write(writer.bytes());
    } catch (IOException failed) {
      problem = failed;
      dropped.addAndGet(records.size());
    }
    tellOf(problem);
  }

  private void tellOf(@Nullable IOException problem) {
    if (problem != null && !isFailing) {
      LOG.error("the access log cannot be written", Loggable.failure(problem));
    }
    isFailing = problem != null;
    if (!isFailing) {
      long lost = dropped.getAndSet(0);
      if (lost > 0) {
        LOG.warn("{} lines of the access log were dropped", lost);
      }
    }
  }

  /** Writes what is left, and closes the file. */
  @Override
  public void close() throws IOException {
    isClosed = true;
    thread.interrupt();
    try {
      thread.join(CLOSE_MILLIS);
    } catch (InterruptedException hurried) {
      Thread.currentThread().interrupt();
    }
    writeAll();
    file.close();
  }
}
