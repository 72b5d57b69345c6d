package org.calmanchor.host;

import java.util.concurrent.Semaphore;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicBoolean;
import org.calmanchor.core.limits.ExemptAddresses;
import org.calmanchor.core.limits.Limit;
import org.calmanchor.core.limits.Limits;
import org.calmanchor.core.limits.Shares;
import org.eclipse.jetty.util.thread.Scheduler;
import org.jspecify.annotations.Nullable;

/**
 * The answers that were handed over to the server in full and whose readers do not take them: no
 * thread waits for them, but they hold memory. So there are as many of them as calls at most, and
 * each one has the time of a call; what goes beyond is broken off. Safe for any number of threads.
 */
final class UnsentAnswers {
  private final int most;
  private final long millis;
  private final Shares shares;
  private final Semaphore room;

  UnsentAnswers(Limits limits, ExemptAddresses unshared) {
    this.most = (int) limits.value(Limit.CALLS);
    this.room = new Semaphore(most);
    this.millis = limits.time(Limit.CALL_TIME).toMillis();
    this.shares = Shares.ofAddresses((int) limits.value(Limit.CALLS_PER_ADDRESS), unshared);
  }

  /**
   * Registers an unread answer.
   *
   * @param breakOff ends it; called at once when there is no room, or on a thread of {@code
   *     scheduler} when its time is over
   * @return null when there is no room
   */
  @Nullable Unsent add(String address, Scheduler scheduler, Runnable breakOff) {
    boolean hasShare = shares.enter(address);
    boolean hasRoom = room.tryAcquire();
    if (hasShare && hasRoom) {
      return new Unsent(address, scheduler.schedule(breakOff, millis, TimeUnit.MILLISECONDS));
    }
    if (hasShare) {
      shares.leave(address);
    }
    if (hasRoom) {
      room.release();
    }
    breakOff.run();
    return null;
  }

  /** The number of unread answers. */
  int count() {
    return most - room.availablePermits();
  }

  /** One unread answer. */
  final class Unsent {
    private final String address;
    private final Scheduler.Task end;
    private final AtomicBoolean isOver = new AtomicBoolean();

    private Unsent(String address, Scheduler.Task end) {
      this.address = address;
      this.end = end;
    }

    /** Unregisters it, because it was sent or aborted; further calls have no effect. */
    void over() {
      if (isOver.compareAndSet(false, true)) {
        end.cancel();
        room.release();
        shares.leave(address);
      }
    }
  }
}
