package org.calmanchor.core.endpoint;

import org.calmanchor.core.endpoint.OverdueAction.Kind;
import org.jspecify.annotations.Nullable;

/**
 * The life of one call as a state machine. A thread that wants to change it (the one that serves
 * the call, the one that completes its stage, the watching one, the shutdown) requests a transition
 * and is told whether it got it. Only the owner of the answer may write. It does no input or output
 * and runs no code of the service. Safe for any number of threads.
 */
final class CallState {
  /** Where a call is. It may go from reading to invoking and back, and never back from the end. */
  enum Phase {
    /** The message is read; the sender is waited for. */
    READING,
    /** Code of the service runs: header handlers, interceptors, the method. */
    INVOKING,
    /** The answer has an owner, who writes it. */
    WRITING,
    /** The answer is written but for what is held back; interceptors complete. */
    COMPLETING,
    /** All is over, and the slot is free. */
    ENDED
  }

  private final long readNanos;
  private final long callNanos;
  private final long graceNanos;

  private Phase phase = Phase.READING;
  private @Nullable AnswerOwnership owner;
  private boolean hasBegun;
  private boolean isAnswered;
  private boolean isBroken;
  private boolean isOverdue;
  private boolean isStuck;
  private boolean isConcluded;
  private boolean isAnsweredLate;

  /** How many threads work for the call now, and the one that began last. */
  private int working;

  private @Nullable Thread thread;
  private int nested;
  private @Nullable Thread interrupted;

  /** Whether the sender is waited for right now; written by the thread that reads. */
  private volatile boolean isWaiting;

  private boolean isReadLate;

  /** When the time of this phase is over; 0 until the watching thread looks. */
  private long until;

  /**
   * A call whose message is to be read.
   *
   * @param readNanos the time for reading
   * @param callNanos the time for everything else; it starts again when the answer continues
   * @param graceNanos the time that code has to end after it was interrupted
   */
  CallState(long readNanos, long callNanos, long graceNanos) {
    this.readNanos = readNanos;
    this.callNanos = callNanos;
    this.graceNanos = graceNanos;
  }

  /** This thread works for the call from now on; false when the call has ended. */
  synchronized boolean enter() {
    if (phase == Phase.ENDED) {
      return false;
    }
    Thread current = Thread.currentThread();
    working++;
    nested = thread == current ? nested + 1 : 1;
    thread = current;
    return true;
  }

  /** This thread works for the call no longer. */
  synchronized void leave() {
    working--;
    if (thread == Thread.currentThread() && --nested == 0) {
      thread = null;
    }
    clearInterrupt();
  }

  /** The method has returned: an interrupt was for the method, and not for what follows. */
  synchronized void returned() {
    clearInterrupt();
  }

  private void clearInterrupt() {
    if (interrupted == Thread.currentThread()) {
      interrupted = null;
      Thread.interrupted();
    }
  }

  /** The sender is waited for from now on, or no longer. */
  void waits(boolean isForSender) {
    isWaiting = isForSender;
  }

  /** Code of the service is about to run; false if the answer has another owner by now. */
  synchronized boolean invoke() {
    return move(Phase.READING, Phase.INVOKING);
  }

  /** Reading continues; false if the answer has another owner by now. */
  synchronized boolean read() {
    return move(Phase.INVOKING, Phase.READING);
  }

  private boolean move(Phase from, Phase to) {
    if (phase != from && phase != to) {
      return false;
    }
    phase = to;
    until = 0;
    return true;
  }

  /** Gives the ownership of the answer; null if it has an owner. */
  synchronized @Nullable AnswerOwnership own() {
    if (owner != null || phase == Phase.ENDED) {
      return null;
    }
    return give();
  }

  private AnswerOwnership give() {
    AnswerOwnership given = new AnswerOwnership();
    owner = given;
    phase = Phase.WRITING;
    until = 0;
    return given;
  }

  /** Whether {@code by} owns the answer still. */
  synchronized boolean isOwner(AnswerOwnership by) {
    return owner == by && phase != Phase.ENDED;
  }

  /** Whether a piece of the answer may go out. */
  enum Piece {
    /** It is the first one: status and headers go before it. */
    FIRST,
    /** Others went before it. */
    NEXT,
    /** Whoever asked may not write, or not any more. */
    REFUSED
  }

  /** {@code by} is about to write a piece of the answer. */
  synchronized Piece send(AnswerOwnership by) {
    if (owner != by || isBroken || isAnswered || phase == Phase.ENDED) {
      return Piece.REFUSED;
    }
    Piece piece = hasBegun ? Piece.NEXT : Piece.FIRST;
    hasBegun = true;
    until = 0;
    return piece;
  }

  /** Whether bytes of the answer have gone out, so that it cannot become another one. */
  synchronized boolean hasBegun() {
    return hasBegun;
  }

  /**
   * The answer continues, or a thread waits for the next item of the message: the time starts
   * again.
   */
  synchronized void restartTime() {
    until = 0;
  }

  /** The answer is written but for what is held back. */
  synchronized boolean complete(AnswerOwnership by) {
    return owner == by && !isBroken && move(Phase.WRITING, Phase.COMPLETING);
  }

  /** What was held back is dropped, and another answer written; false when it is too late. */
  synchronized boolean rewrite(AnswerOwnership by) {
    return owner == by && !hasBegun && !isBroken && move(Phase.COMPLETING, Phase.WRITING);
  }

  /** The sender was told that a one-way message arrived; the method runs after that. */
  synchronized void acknowledged(AnswerOwnership by) {
    answered(by);
    if (owner == by) {
      move(Phase.WRITING, Phase.INVOKING);
    }
  }

  /** The last byte of the answer was handed over. */
  synchronized void answered(AnswerOwnership by) {
    if (owner == by) {
      isAnswered = true;
    }
  }

  /** Whether the last byte of the answer was handed over. */
  synchronized boolean isAnswered() {
    return isAnswered;
  }

  /** Whether {@code by} is to break the connection off; false when it may not, or was before. */
  synchronized boolean breakOff(AnswerOwnership by) {
    if (owner != by || isBroken || isAnswered) {
      return false;
    }
    isBroken = true;
    return true;
  }

  /**
   * Aborts a call that is not answered, whoever owns the answer; false if it is aborted, answered
   * or ended already.
   *
   * @param note notes how the call ended; it runs before another thread can end the call
   */
  synchronized boolean breakOff(Runnable note) {
    boolean isFirst = !isBroken && !isAnswered && phase != Phase.ENDED;
    if (isFirst) {
      isBroken = true;
      note.run();
    }
    return isFirst;
  }

  /**
   * Ends the call; true for one caller only, who frees what it held. While the watching thread
   * answers it, or breaks it off, it does not end: that thread is told by {@link #lateAnswered()}
   * to end it then.
   */
  synchronized boolean end() {
    isConcluded = true;
    if (phase == Phase.ENDED || isAnsweredLate) {
      return false;
    }
    phase = Phase.ENDED;
    return true;
  }

  /**
   * The watching thread has answered, or broken the call off; true when the call has to be ended
   * now.
   */
  synchronized boolean lateAnswered() {
    isAnsweredLate = false;
    return isConcluded && phase != Phase.ENDED;
  }

  /** Ends the call as {@link #end()} does, unless a thread works for it, which will end it. */
  synchronized boolean endIfIdle() {
    return working == 0 && end();
  }

  /** Whether its time was over before it ended. */
  synchronized boolean isOverdue() {
    return isOverdue;
  }

  /** Whether code still runs although it was interrupted. */
  synchronized boolean isStuck() {
    return isStuck && phase != Phase.ENDED;
  }

  /** The stack of the thread that works for the call, empty for none. */
  StackTraceElement[] stack() {
    Thread working;
    synchronized (this) {
      working = thread;
    }
    return working == null ? new StackTraceElement[0] : working.getStackTrace();
  }

  /** Looks whether it takes too long; from the watching thread, with the time. */
  synchronized OverdueAction late(long now) {
    // After its last byte a call cannot be late any more: the thread that sent it ends the call.
    boolean isDelivered = phase == Phase.COMPLETING && isAnswered && !isOverdue;
    if (phase == Phase.ENDED || isStuck || isDelivered) {
      return OverdueAction.IN_TIME;
    }
    if (until == 0) {
      long time = isOverdue ? graceNanos : phase == Phase.READING ? readNanos : callNanos;
      // Zero stands for "not known", so a time that happens to be zero is one nanosecond later.
      until = now + time == 0 ? 1 : now + time;
      return OverdueAction.IN_TIME;
    }
    if (now - until < 0) {
      return OverdueAction.IN_TIME;
    }
    if (isOverdue) {
      isStuck = working > 0;
      return new OverdueAction(isStuck ? Kind.STUCK : end() ? Kind.ABANDONED : Kind.IN_TIME, null);
    }
    boolean isReading = phase == Phase.READING && isWaiting;
    if (phase == Phase.READING && !isWaiting && !isReadLate) {
      // All that was sent has been taken: what takes so long is our own doing.
      isReadLate = true;
      until = now + callNanos;
      return OverdueAction.IN_TIME;
    }
    isOverdue = true;
    boolean isFree = !hasBegun && !isAnswered && !isBroken;
    OverdueAction late =
        isFree
            ? new OverdueAction(isReading ? Kind.MESSAGE : Kind.METHOD, give())
            : new OverdueAction(Kind.ANSWER, null);
    isAnsweredLate = true;
    until = 0;
    if (thread != null) {
      interrupted = thread;
      thread.interrupt();
    }
    return late;
  }
}
