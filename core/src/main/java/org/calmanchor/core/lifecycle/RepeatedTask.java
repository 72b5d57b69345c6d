package org.calmanchor.core.lifecycle;

import java.time.Duration;
import org.calmanchor.core.logging.Loggable;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/** Runs a task again and again on a thread of its own, and once more when it is closed. */
public final class RepeatedTask implements AutoCloseable {
  private static final Logger LOG = LoggerFactory.getLogger(RepeatedTask.class);
  private static final long CLOSE_MILLIS = 2_000;

  private final Runnable task;
  private final long pauseMillis;
  private final Thread thread;
  private volatile boolean isClosed;

  private RepeatedTask(String name, Duration pause, Runnable task) {
    this.task = task;
    this.pauseMillis = pause.toMillis();
    this.thread = new Thread(this::repeat, name);
    this.thread.setDaemon(true);
  }

  /**
   * Starts to run a task.
   *
   * @param name that of the thread
   * @param pause the time before each run
   * @param task must not throw; it may run on two threads at once when it is closed
   */
  public static RepeatedTask start(String name, Duration pause, Runnable task) {
    RepeatedTask repeated = new RepeatedTask(name, pause, task);
    repeated.thread.start();
    return repeated;
  }

  private void repeat() {
    try {
      while (!isClosed) {
        Thread.sleep(pauseMillis);
        task.run();
      }
    } catch (InterruptedException closed) {
      LOG.debug("a repeated task ends", Loggable.failure(closed));
    }
  }

  /** Ends the thread, waits two seconds at most for it, and runs the task once more. */
  @Override
  public void close() {
    isClosed = true;
    thread.interrupt();
    try {
      thread.join(CLOSE_MILLIS);
    } catch (InterruptedException hurried) {
      Thread.currentThread().interrupt();
    }
    task.run();
  }
}
