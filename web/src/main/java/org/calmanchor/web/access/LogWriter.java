package org.calmanchor.web.access;

import java.io.IOException;
import java.nio.file.Path;
import java.time.Duration;
import org.calmanchor.core.lifecycle.RepeatedTask;
import org.calmanchor.core.logging.Loggable;
import org.jspecify.annotations.Nullable;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/**
 * Writes lines to a file. A thread of its own writes ten times a second, so that no call waits for
 * a disk; if it cannot keep up, lines are dropped, and the log says how many.
 */
final class LogWriter implements AutoCloseable {
  private static final Logger LOG = LoggerFactory.getLogger(LogWriter.class);
  private static final Duration PERIOD = Duration.ofMillis(100);

  private final Path path;
  private final LineSource source;
  private boolean isFailing;
  private long lost;

  /** Null until a host starts. */
  private @Nullable LogFile file;

  /** Null until then, too. */
  private @Nullable RepeatedTask writing;

  /** Creates a writer of what that source has. */
  LogWriter(Path path, LineSource source) {
    this.path = path;
    this.source = source;
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
      writing = RepeatedTask.start("calm-anchor-log", PERIOD, this::writeAll);
    }
  }

  private synchronized void writeAll() {
    LogFile open = file;
    if (open == null) {
      return;
    }
    LineSource.WaitingLines lines = source.take();
    lost += lines.droppedCount();
    if (lines.count() == 0) {
      return;
    }
    try {
      open.write(lines.bytes(), lines.length());
      isFailing = false;
      tellOfDropped();
    } catch (IOException failed) {
      lost += lines.count();
      if (!isFailing) {
        LOG.error("{} cannot be written", Loggable.text(path.toString()), Loggable.failure(failed));
      }
      isFailing = true;
    }
  }

  private void tellOfDropped() {
    if (lost > 0) {
      LOG.warn("lines of {} were dropped: {}", Loggable.text(path.toString()), lost);
      lost = 0;
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
    RepeatedTask known;
    synchronized (this) {
      known = writing;
    }
    // Not while this is locked: the last run needs the lock.
    if (known != null) {
      known.close();
    }
    closeFile();
  }
}
