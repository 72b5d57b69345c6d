package org.calmanchor.web.access;

import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.ArrayBlockingQueue;
import java.util.concurrent.BlockingQueue;
import java.util.concurrent.atomic.AtomicLong;
import java.util.function.Function;
import org.calmanchor.core.logging.Loggable;
import org.jspecify.annotations.Nullable;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/**
 * Writes entries to a file. A thread of its own writes ten times a second, so that no call waits
 * for a disk; if it cannot keep up, entries are dropped, and the log says how many.
 */
final class LogWriter<T> implements AutoCloseable {
  private static final Logger LOG = LoggerFactory.getLogger(LogWriter.class);
  private static final long PERIOD_MILLIS = 100;
  private static final long CLOSE_MILLIS = 2_000;

  private final Path path;
  private final Function<List<T>, byte[]> form;
  private final BlockingQueue<T> waiting;
  private final AtomicLong dropped = new AtomicLong();
  private final Thread thread = new Thread(this::writeOn, "calm-anchor-log");
  private volatile boolean isClosed;
  private boolean isFailing;

  /** Null until a host starts. */
  private @Nullable LogFile file;

  /**
   * Creates a writer.
   *
   * @param mostWaiting how many entries may wait to be written
   * @param form what is written for some entries
   */
  LogWriter(Path path, int mostWaiting, Function<List<T>, byte[]> form) {
    this.path = path;
    this.form = form;
    this.waiting = new ArrayBlockingQueue<>(mostWaiting);
    this.thread.setDaemon(true);
  }

  /**
   * Opens the file, unless it is open.
   *
   * @throws IllegalStateException when it cannot be written
   */
  synchronized void open() {
    if (file == null) {
      try {
        file = LogFile.open(path);
      } catch (IOException unwritable) {
        throw new IllegalStateException(
            "The log " + path + " cannot be written: " + LogFile.reason(unwritable) + ".",
            unwritable);
      }
      thread.start();
    }
  }

  /** Adds an entry. Nobody waits at the queue, so this wakes no thread. */
  void add(T entry) {
    if (!waiting.offer(entry)) {
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
      LOG.debug("a log of calls ends", Loggable.failure(closed));
    }
  }

  private synchronized void writeAll() {
    List<T> entries = new ArrayList<>();
    LogFile open = file;
    if (open == null || waiting.drainTo(entries) == 0) {
      return;
    }
    try {
      open.write(form.apply(entries));
      isFailing = false;
      tellOfDropped();
    } catch (IOException failed) {
      dropped.addAndGet(entries.size());
      if (!isFailing) {
        LOG.error("{} cannot be written", Loggable.text(path.toString()), Loggable.failure(failed));
      }
      isFailing = true;
    }
  }

  private void tellOfDropped() {
    long lost = dropped.getAndSet(0);
    if (lost > 0) {
      LOG.warn("{} lines of {} were dropped", lost, Loggable.text(path.toString()));
    }
  }

  private synchronized void closeFile() throws IOException {
    if (file != null) {
      file.close();
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
    closeFile();
  }
}
