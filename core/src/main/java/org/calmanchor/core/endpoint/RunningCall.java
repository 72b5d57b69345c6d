package org.calmanchor.core.endpoint;

import java.util.concurrent.Future;
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
  private volatile long until;
  private volatile Phase phase = Phase.READING;
  private @Nullable Thread thread;
  private @Nullable Future<?> stage;

  RunningCall(RunningCalls calls, Answer answer, int slot, long readNanos, long callNanos) {
    this.calls = calls;
    this.answer = answer;
    this.slot = slot;
    this.readNanos = readNanos;
    this.callNanos = callNanos;
    this.until = System.nanoTime() + readNanos;
  }

  /** The method is about to be called on this thread. */
  void works() {
    until = System.nanoTime() + callNanos;
    synchronized (this) {
      phase = phase == Phase.READING ? Phase.WORKING : phase;
      thread = Thread.currentThread();
    }
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
    until = System.nanoTime() + callNanos;
  }

  /** The call has ended, and its slot is free again. */
  void ended() {
    calls.free(slot);
  }

  /** Looks whether it takes too long; from the watching thread. */
  void look(long now) {
    if (now - until < 0) {
      return;
    }
    switch (phase) {
      case READING -> {
        phase = Phase.OVERDUE;
        until = now + callNanos;
        answer.tooSlow(readNanos);
      }
      case WORKING -> {
        phase = Phase.OVERDUE;
        until = now + RunningCalls.GRACE_NANOS;
        answer.overdue(callNanos);
        interrupt();
      }
      case OVERDUE -> {
        phase = Phase.STUCK;
        calls.stuck(answer.name(), stack());
      }
      case STUCK -> {}
    }
  }

  boolean isStuck() {
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
