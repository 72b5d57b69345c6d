package org.calmanchor.core.endpoint;

import org.calmanchor.core.endpoint.OverdueAction.Kind;
import org.calmanchor.core.running.SlowSender;
import org.jspecify.annotations.Nullable;

/**
 * The life of one call as a state machine. A thread that wants to change it (the one that serves
 * the call, the one that completes its stage, the watching one, the shutdown) requests a transition
 * and is told whether it got it. Only the owner of the answer may write. It does no input or output
 * and runs no code of the service. Safe for any number of threads.
 */
final class CallState {
  /** The phases of a call. It may go from READING to INVOKING and back, but never leaves ENDED. */
  enum Phase {
    /** The message is being read; a thread may wait for the sender. */
    READING,
    /** The service's code runs: header handlers, interceptors, the method. */
    INVOKING,
    /** A thread owns the answer and writes it. */
    WRITING,
    /** The answer is written except for the held bytes; interceptors complete. */
    COMPLETING,
    /** The call has ended and its slot is free. */
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

  /** When the watching thread saw it first; 0 before. */
  private long began;

  private boolean isConcluded;
  private boolean isAnsweredLate;

  /** The number of threads that work for the call now; below, the one that started last. */
  private int working;

  private @Nullable Thread thread;
  private int nested;
  private @Nullable Thread interrupted;

  /** Whether a thread waits for the sender now; written by the reading thread. */
  private volatile boolean isWaiting;

  /** The bytes of the message that were read; written before {@link #isWaiting} is. */
  private long received;

  /** Watches the sender while a thread waits for it; null while none does. */
  private @Nullable SlowSender sender;

  private boolean isReadLate;

  /**
   * When the time of this phase ends ({@link System#nanoTime}); 0 until the watching thread
   * computes it.
   */
  private long until;

  /**
   * Creates the state of a call whose message is going to be read.
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

  /** Registers the current thread as working for the call; false if the call has ended. */
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

  /** Unregisters the current thread. */
  synchronized void leave() {
    working--;
    if (thread == Thread.currentThread() && --nested == 0) {
      thread = null;
    }
    clearInterrupt();
  }

  /**
   * The method has returned. Clears the thread's interrupt flag if the interrupt was meant for the
   * method.
   */
  synchronized void returned() {
    clearInterrupt();
  }

  private void clearInterrupt() {
    if (interrupted == Thread.currentThread()) {
      interrupted = null;
      Thread.interrupted();
    }
  }

  /** Records that the reading thread waits for the sender. */
  void await() {
    isWaiting = true;
  }

  /** Records that the reading thread does not wait any more, and has got so many bytes in all. */
  void received(long count) {
    received = count;
    isWaiting = false;
  }

  /** Enters INVOKING before the service's code runs; false if another thread owns the answer. */
  synchronized boolean invoke() {
    return move(Phase.READING, Phase.INVOKING);
  }

  /** Enters READING again; false if another thread owns the answer. */
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

  /** Takes the ownership of the answer; null if another thread owns it. */
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

  /** Whether {@code by} still owns the answer. */
  synchronized boolean isOwner(AnswerOwnership by) {
    return owner == by && phase != Phase.ENDED;
  }

  /** Whether a piece of the answer may be sent. */
  enum Piece {
    /** It is the first piece, so status and headers go before it. */
    FIRST,
    /** Other pieces were sent before it. */
    NEXT,
    /** It must not be sent: the thread does not own the answer, or not any more. */
    REFUSED
  }

  /** Asks whether {@code by} may send a piece of the answer. */
  synchronized Piece send(AnswerOwnership by) {
    if (owner != by || isBroken || isAnswered || phase == Phase.ENDED) {
      return Piece.REFUSED;
    }
    Piece piece = hasBegun ? Piece.NEXT : Piece.FIRST;
    hasBegun = true;
    until = 0;
    return piece;
  }

  /** Whether bytes of the answer were sent, so that it cannot be replaced any more. */
  synchronized boolean hasBegun() {
    return hasBegun;
  }

  /**
   * Restarts the time, because a piece of the answer was sent or a thread waits for the next item
   * of the message.
   */
  synchronized void restartTime() {
    until = 0;
  }

  /** Enters COMPLETING: the answer is written except for the held bytes. */
  synchronized boolean complete(AnswerOwnership by) {
    return owner == by && !isBroken && move(Phase.WRITING, Phase.COMPLETING);
  }

  /** Goes back to WRITING, to replace the held answer by another one; false if it is too late. */
  synchronized boolean rewrite(AnswerOwnership by) {
    return owner == by && !hasBegun && !isBroken && move(Phase.COMPLETING, Phase.WRITING);
  }

  /** Enters INVOKING after the sender of a one-way message got its 202. */
  synchronized void acknowledged(AnswerOwnership by) {
    answered(by);
    if (owner == by) {
      move(Phase.WRITING, Phase.INVOKING);
    }
  }

  /** Records that the last byte of the answer was handed over. */
  synchronized void answered(AnswerOwnership by) {
    if (owner == by) {
      isAnswered = true;
    }
  }

  /** Whether the last byte of the answer was handed over. */
  synchronized boolean isAnswered() {
    return isAnswered;
  }

  /**
   * Asks whether {@code by} may abort the connection; false if it does not own the answer, or the
   * connection is aborted already.
   */
  synchronized boolean breakOff(AnswerOwnership by) {
    if (owner != by || isBroken || isAnswered) {
      return false;
    }
    isBroken = true;
    return true;
  }

  /**
   * Aborts a call that is not answered, whichever thread owns the answer; false if it is aborted,
   * answered or ended already.
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
   * Ends the call. Returns true to one caller only, which must release what the call held. While
   * the watching thread answers or aborts the call, it cannot end; {@link #lateAnswered()} then
   * tells that thread to end it.
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
   * Records that the watching thread has answered or aborted the call; true if that thread must end
   * the call now.
   */
  synchronized boolean lateAnswered() {
    isAnsweredLate = false;
    return isConcluded && phase != Phase.ENDED;
  }

  /**
   * Ends the call as {@link #end()} does, unless a thread works for it; that thread will end it.
   */
  synchronized boolean endIfIdle() {
    return working == 0 && end();
  }

  /** Whether its time ended before the call did. */
  synchronized boolean isOverdue() {
    return isOverdue;
  }

  /** Whether code still runs after it was interrupted. */
  synchronized boolean isStuck() {
    return isStuck && phase != Phase.ENDED;
  }

  /** Whether it runs for longer than its times of reading and calling together, or is stuck. */
  synchronized boolean isLong(long now) {
    boolean isOld = began != 0 && now - began > readNanos + callNanos;
    return phase != Phase.ENDED && (isStuck || isOld);
  }

  /** The stack of the thread that works for the call; empty if there is none. */
  StackTraceElement[] stack() {
    Thread working;
    synchronized (this) {
      working = thread;
    }
    return working == null ? new StackTraceElement[0] : working.getStackTrace();
  }

  /** Checks the call's time; called by the watching thread. */
  synchronized OverdueAction late(long now) {
    // A call is never late after its last byte: the thread that sent the byte ends the call.
    boolean isDelivered = phase == Phase.COMPLETING && isAnswered && !isOverdue;
    if (phase == Phase.ENDED || isStuck || isDelivered) {
      return OverdueAction.IN_TIME;
    }
    began = began == 0 ? now : began;
    boolean isSlow = isSenderTooSlow(now);
    if (until == 0) {
      long time = isOverdue ? graceNanos : phase == Phase.READING ? readNanos : callNanos;
      // Zero means "unknown", so an end that happens to be zero is moved by one nanosecond.
      until = now + time == 0 ? 1 : now + time;
      return OverdueAction.IN_TIME;
    }
    if (now - until < 0 && !isSlow) {
      return OverdueAction.IN_TIME;
    }
    if (isOverdue) {
      isStuck = working > 0;
      return new OverdueAction(isStuck ? Kind.STUCK : end() ? Kind.ABANDONED : Kind.IN_TIME, null);
    }
    boolean isReading = phase == Phase.READING && isWaiting;
    if (phase == Phase.READING && !isWaiting && !isReadLate) {
      // The client has taken everything that was sent, so the service itself is slow.
      isReadLate = true;
      until = now + callNanos;
      return OverdueAction.IN_TIME;
    }
    isOverdue = true;
    boolean isFree = !hasBegun && !isAnswered && !isBroken;
    OverdueAction late =
        isFree
            ? new OverdueAction(kind(isReading, isSlow), give())
            : new OverdueAction(Kind.ANSWER, null);
    isAnsweredLate = true;
    until = 0;
    if (thread != null) {
      interrupted = thread;
      thread.interrupt();
    }
    return late;
  }

  private static Kind kind(boolean isReading, boolean isSlow) {
    if (isSlow) {
      return Kind.SLOW_MESSAGE;
    }
    return isReading ? Kind.MESSAGE : Kind.METHOD;
  }

  private boolean isSenderTooSlow(long now) {
    if (phase != Phase.READING || !isWaiting || isOverdue) {
      sender = null;
      return false;
    }
    if (sender == null) {
      sender = new SlowSender(now, received);
    }
    return sender.isTooSlow(now, received);
  }
}
