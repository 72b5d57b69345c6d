package org.calmanchor.core.endpoint;

import java.util.concurrent.Future;
import java.util.concurrent.atomic.AtomicLong;
import org.jspecify.annotations.Nullable;

/** A call that holds a slot: in which phase it is, until when, and who works on it. */
final class RunningCall {
  private enum Phase {
    READING,
    WORKING,
    OVERDUE,
    STUCK
  }

  private final RunningCalls calls;
  private final Answer answer;
  private final int slot;
  private final long callNanos;
  private final long readNanos;

  /** When its time is over; 0 until somebody looks, so that a call need not ask for the time. */
  private final AtomicLong until = new AtomicLong();

  private Phase phase = Phase.READING;
  private @Nullable Thread thread;
  private @Nullable Future<?> stage;

  RunningCall(RunningCalls calls, Answer answer, int slot, long readNanos, long callNanos) {
    this.calls = calls;
    this.answer = answer;
    this.slot = slot;
    this.readNanos = readNanos;
    this.callNanos = callNanos;
  }

  /** The method is about to be called on this thread. */
  synchronized void works() {
    until.lazySet(0);
    phase = phase == Phase.READING ? Phase.WORKING : phase;
    thread = Thread.currentThread();
  }

  /** The method has returned, possibly with a stage of its result. */
  void returned(@Nullable Object result) {
    boolean wasInterrupted;
    synchronized (this) {
      thread = null;
      stage = result instanceof Future<?> future ? future : null;
      wasInterrupted = phase == Phase.OVERDUE || phase == Phase.STUCK;
    }
    if (wasInterrupted) {
      // The interrupt was ours and for the method; this thread has other work to do.
      Thread.interrupted();
    }
  }

  /** The answer goes on. */
  void goesOn() {
    until.lazySet(0);
  }

  /** The call has ended, and its slot is free again. */
  void ended() {
    calls.free(slot);
  }

  /** Looks whether it takes too long; from the watching thread. */
  void look(long now) {
    Phase late = late(now);
    if (late == Phase.READING) {
      answer.tooSlow(readNanos);
    } else if (late == Phase.WORKING) {
      answer.overdue(callNanos);
      interrupt();
    } else if (late == Phase.OVERDUE) {
      calls.stuck(answer.name(), stack());
    }
  }

  /** The phase whose time was just found to be over; it is the next one then. Null for none. */
  private synchronized @Nullable Phase late(long now) {
    Phase was = phase;
    if (until.get() == 0) {
      until.set(now + (was == Phase.READING ? readNanos : callNanos));
      return null;
    }
    if (now - until.get() < 0 || was == Phase.STUCK) {
      return null;
    }
    phase = was == Phase.OVERDUE ? Phase.STUCK : Phase.OVERDUE;
    until.set(now + (was == Phase.READING ? callNanos : RunningCalls.GRACE_NANOS));
    return was;
  }

  synchronized boolean isStuck() {
    return phase == Phase.STUCK;
  }

  private synchronized void interrupt() {
    if (thread != null) {
      thread.interrupt();
    } else if (stage != null) {
      stage.cancel(true);
    }
  }

  private synchronized StackTraceElement[] stack() {
    return thread == null ? new StackTraceElement[0] : thread.getStackTrace();
  }
}
