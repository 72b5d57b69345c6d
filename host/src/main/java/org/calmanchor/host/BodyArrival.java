package org.calmanchor.host;

import java.time.Duration;
import java.util.concurrent.TimeUnit;
import org.calmanchor.core.running.Refusal;
import org.calmanchor.core.running.SlowSender;
import org.eclipse.jetty.server.Request;
import org.eclipse.jetty.util.thread.Invocable;
import org.eclipse.jetty.util.thread.Scheduler;
import org.jspecify.annotations.Nullable;

/**
 * Waits, without a thread, for the first bytes of a body that has not arrived with its head. A
 * sender that is too slow is refused. Safe for several threads.
 */
final class BodyArrival implements Invocable.Task {
  /** What happens to the request. */
  interface Outcome {
    /** Enough of the body is there. */
    void proceed();

    /** The sender is too slow. */
    void refuse(Refusal why);
  }

  private final Request request;
  private final BodyStart start;
  private final long begin = System.nanoTime();
  private final long readMillis;
  private final SlowSender sender;
  private final Outcome outcome;
  private Scheduler.@Nullable Task check;
  private boolean isOver;

  /**
   * Prepares waiting.
   *
   * @param readTime the time for the whole message
   */
  BodyArrival(Request request, BodyStart start, Duration readTime, Outcome outcome) {
    this.request = request;
    this.start = start;
    this.readMillis = readTime.toMillis();
    this.sender = new SlowSender(begin, start.bytes());
    this.outcome = outcome;
  }

  /** Begins to wait; one of the outcomes follows on another thread. */
  void await() {
    checkLater();
    request.demand(this);
  }

  private synchronized void checkLater() {
    if (!isOver) {
      check =
          request
              .getComponents()
              .getScheduler()
              .schedule(this::check, pauseMillis(), TimeUnit.MILLISECONDS);
    }
  }

  /** Until the sender has to be judged, or the time for reading is over. */
  private long pauseMillis() {
    long left = readMillis - TimeUnit.NANOSECONDS.toMillis(System.nanoTime() - begin);
    return Math.max(1, Math.min(SlowSender.WINDOW.toMillis(), left));
  }

  private void check() {
    Refusal refusal;
    synchronized (this) {
      refusal = isOver ? null : refusal(System.nanoTime());
      isOver |= refusal != null;
    }
    if (refusal == null) {
      checkLater();
    } else {
      // The scheduler's thread has other work.
      execute(() -> outcome.refuse(refusal));
    }
  }

  private void execute(Runnable task) {
    request.getComponents().getExecutor().execute(task);
  }

  @Override
  public InvocationType getInvocationType() {
    return InvocationType.NON_BLOCKING;
  }

  private @Nullable Refusal refusal(long now) {
    if (now - begin >= TimeUnit.MILLISECONDS.toNanos(readMillis)) {
      return Refusal.late(readMillis);
    }
    return sender.isTooSlow(now, start.bytes()) ? Refusal.tooSlow() : null;
  }

  @Override
  public void run() {
    boolean isThere;
    synchronized (this) {
      if (isOver) {
        return;
      }
      isThere = start.gather();
      isOver = isThere;
      if (isThere && check != null) {
        check.cancel();
      }
    }
    if (isThere) {
      // The server runs one such task of a request at a time: the request could not wait for the
      // rest of its body in here.
      execute(outcome::proceed);
    } else {
      request.demand(this);
    }
  }
}
