package org.calmanchor.core.running;

import java.io.Closeable;
import java.util.List;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.RejectedExecutionException;
import java.util.concurrent.TimeUnit;
import java.util.function.Consumer;
import java.util.function.Predicate;
import org.calmanchor.core.limits.AddressGroup;
import org.calmanchor.core.limits.CallRate;
import org.calmanchor.core.limits.ExemptAddresses;
import org.calmanchor.core.limits.Limit;
import org.calmanchor.core.limits.LimitCounts;
import org.calmanchor.core.limits.Limits;
import org.calmanchor.core.limits.MemoryBudget;
import org.calmanchor.core.limits.Shares;
import org.calmanchor.core.logging.Loggable;
import org.calmanchor.core.observe.CallCounts;
import org.calmanchor.core.observe.ServedOperation;
import org.jspecify.annotations.Nullable;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/**
 * Counts and watches the running calls, pages and documents. Each has one of a fixed number of
 * slots, and one thread looks for those that take too long, so a call needs no timer. Each address
 * has a share of the slots. Safe for any number of threads.
 */
public final class RunningCalls implements CallCounts, AutoCloseable {
  /** How long an interrupted method has to end before it counts as stuck. */
  public static final long GRACE_NANOS = TimeUnit.SECONDS.toNanos(1);

  /** Neither counts nor watches calls. */
  public static final RunningCalls UNWATCHED =
      new RunningCalls(Limits.DEFAULT, 0, ExemptAddresses.LOOPBACK);

  private static final Logger LOG = LoggerFactory.getLogger(RunningCalls.class);
  private static final long LOOK_MILLIS = 25;

  /** The part of all slots that calls may have which keep them without end: one half. */
  private static final int LONG_PART = 2;

  private final Slots slots;
  private final Shares shares;
  private final Shares callerShares;
  private final CallRate rate;
  private final CallRate callerRate;
  private final ExemptAddresses unshared;
  private final LimitCounts refused = new LimitCounts();
  private final RefusalLog refusals = new RefusalLog(refused, System.nanoTime());
  private final MemoryBudget memory;
  private final long readNanos;
  private final long callNanos;
  private final @Nullable Thread watch;
  private final @Nullable ExecutorService later;

  /** Whether there were long calls when the watching thread has looked. */
  private volatile boolean areSomeLong;

  private RunningCalls(Limits limits, int count, ExemptAddresses unshared) {
    this.slots = new Slots(count);
    this.shares = Shares.ofAddresses((int) limits.value(Limit.CALLS_PER_ADDRESS), unshared);
    this.callerShares = Shares.ofCallers((int) limits.value(Limit.CALLS_PER_CALLER));
    this.rate = new CallRate(limits.value(Limit.RATE_PER_ADDRESS));
    this.callerRate = new CallRate(limits.value(Limit.RATE_PER_CALLER));
    this.unshared = unshared;
    this.memory = MemoryBudget.of(limits, unshared, refused);
    this.readNanos = limits.time(Limit.READ_TIME).toNanos();
    this.callNanos = limits.time(Limit.CALL_TIME).toNanos();
    this.watch = count == 0 ? null : daemon(this::watch, "calm-anchor-watch");
    // Each call has at most one task here, so the number of slots limits the number of threads.
    this.later =
        count == 0
            ? null
            : Executors.newCachedThreadPool(task -> daemon(task, "calm-anchor-overdue"));
  }

  private static Thread daemon(Runnable task, String name) {
    Thread thread = new Thread(task, name);
    thread.setDaemon(true);
    return thread;
  }

  /** Counts and watches calls within these limits, until it is closed. */
  public static RunningCalls watched(Limits limits) {
    return watched(limits, ExemptAddresses.LOOPBACK);
  }

  /** The same with other addresses that are exempt from the limit per address. */
  public static RunningCalls watched(Limits limits, ExemptAddresses unshared) {
    RunningCalls calls = new RunningCalls(limits, (int) limits.value(Limit.CALLS), unshared);
    if (calls.watch != null) {
      calls.watch.start();
    }
    return calls;
  }

  /** Whether calls are counted and watched. */
  public boolean isWatched() {
    return watch != null;
  }

  /** How long a message may take to arrive. */
  public long readNanos() {
    return readNanos;
  }

  /** How long a call may take. */
  public long callNanos() {
    return callNanos;
  }

  /** No slot was given, because all are taken. */
  public static final int FULL = Slots.NONE;

  /** No slot was given, because the address has its share already. */
  public static final int SHARE_TAKEN = -2;

  /** No slot was given, because the address has begun too many calls in this second. */
  public static final int TOO_FAST = -3;

  /**
   * Takes a slot for {@code call} and returns its number, or {@link #FULL}, {@link #SHARE_TAKEN} or
   * {@link #TOO_FAST}.
   */
  public int admit(SlotHolder call, String address) {
    if (!unshared.contains(address) && !rate.allows(AddressGroup.of(address))) {
      refused.count(Limit.RATE_PER_ADDRESS);
      return TOO_FAST;
    }
    if (!shares.enter(address)) {
      refused.count(Limit.CALLS_PER_ADDRESS);
      return SHARE_TAKEN;
    }
    int slot = slots.take(call);
    if (slot == FULL) {
      shares.leave(address);
      refused.count(Limit.CALLS);
    }
    return slot;
  }

  /**
   * Lets a call go on whose operation is known, unless calls that keep their slots for long have
   * half of all slots already, and this one may become one of them: it is one-way, or its operation
   * has long calls now.
   *
   * @throws Refusal when it has to wait until some have ended
   */
  public void requireShortOrRoom(SlotHolder call, boolean isOneWay) {
    if (!isOneWay && !areSomeLong) {
      return;
    }
    long now = System.nanoTime();
    Predicate<SlotHolder> isLong = each -> each != call && each.isLong(now);
    if (slots.count(isLong) < Math.max(1, slots.size() / LONG_PART)) {
      return;
    }
    ServedOperation operation = call.operation();
    if (isOneWay || slots.count(isLong.and(each -> isOf(each, operation))) > 0) {
      refused.count(Limit.CALLS);
      throw new Refusal(
          503, "Calls that run for long have half of all places now; try again later.");
    }
  }

  private static boolean isOf(SlotHolder call, @Nullable ServedOperation operation) {
    return operation != null && operation.equals(call.operation());
  }

  /** How often limits have refused something. */
  public LimitCounts limitCounts() {
    return refused;
  }

  @Override
  public long refusedBy(Limit limit) {
    return refused.of(limit);
  }

  @Override
  public long heldBytes() {
    return memory.takenBytes();
  }

  @Override
  public long mostHeldBytes() {
    return memory.mostBytes();
  }

  /** The memory that the messages of all calls may hold. */
  public MemoryBudget memory() {
    return memory;
  }

  /** The refusal for a call that did not get a slot. */
  public static Refusal refusal(int why) {
    return switch (why) {
      case SHARE_TAKEN ->
          new Refusal(429, "Too many calls from your address are running; try again shortly.");
      case TOO_FAST ->
          new Refusal(429, "Too many calls came from your address in a second; try again shortly.");
      default -> new Refusal(503, "Too many calls are running; try again shortly.");
    };
  }

  /**
   * Counts a call of a caller.
   *
   * @throws Refusal when it has too many running, or begins too many
   */
  public void admitCaller(String name) {
    if (!callerRate.allows(name)) {
      refused.count(Limit.RATE_PER_CALLER);
      throw new Refusal(429, "You have begun too many calls in a second; try again shortly.");
    }
    if (!callerShares.enter(name)) {
      refused.count(Limit.CALLS_PER_CALLER);
      throw new Refusal(429, "Too many of your calls are running; try again shortly.");
    }
  }

  /** Counts one call of a caller less; must be called once for each that was admitted. */
  public void freeCaller(String name) {
    callerShares.leave(name);
  }

  /** Frees a slot; must be called once. */
  public void free(int slot, String address) {
    slots.free(slot);
    shares.leave(address);
  }

  /**
   * Takes a slot for a page or document, which has the read time of a message. Closing the result
   * frees the slot.
   *
   * @param breakOff breaks its connection off; called by another thread when its time is over
   * @throws Refusal when there is no room for it
   */
  public Closeable beginPage(String address, Runnable breakOff) {
    if (!isWatched()) {
      return () -> {};
    }
    int slot = admit(new RunningPage(readNanos, breakOff), address);
    if (slot < 0) {
      throw refusal(slot);
    }
    return () -> free(slot, address);
  }

  /** Runs a task that may take long, so not on the watching thread. */
  public void later(Runnable task) {
    ExecutorService executor = later;
    if (executor == null) {
      task.run();
      return;
    }
    try {
      executor.execute(task);
    } catch (RejectedExecutionException closed) {
      LOG.debug("a call is given up after its host was closed", Loggable.failure(closed));
    }
  }

  /** Logs a call whose code goes on although it was interrupted. */
  public void stuck(String operation, StackTraceElement[] stack) {
    Throwable where = new Throwable("the method is here");
    where.setStackTrace(stack);
    LOG.error(
        "{} did not end when it was interrupted; it keeps one of {} slots until it does, {} are"
            + " kept so",
        operation,
        slots.size(),
        stuckCount(),
        Loggable.failure(where));
  }

  @Override
  public int stuckCount() {
    return slots.count(SlotHolder::isStuck);
  }

  @Override
  public int count() {
    return slots.count(call -> true);
  }

  @Override
  public int count(ServedOperation operation) {
    return slots.count(call -> isOf(call, operation));
  }

  @Override
  public int stuckCount(ServedOperation operation) {
    return slots.count(call -> call.isStuck() && isOf(call, operation));
  }

  /**
   * The calls, pages and documents that run now, to ask later whether they are {@link #areOver}.
   */
  public List<Object> running() {
    return List.copyOf(slots.holders());
  }

  /** Whether none of these runs any more. */
  public boolean areOver(List<Object> calls) {
    for (Object now : running()) {
      for (Object former : calls) {
        if (now == former) {
          return false;
        }
      }
    }
    return true;
  }

  private void watch() {
    while (true) {
      try {
        Thread.sleep(LOOK_MILLIS);
      } catch (InterruptedException closed) {
        return;
      }
      long now = System.nanoTime();
      each(call -> call.look(now));
      areSomeLong = slots.count(call -> call.isLong(now)) > 0;
      refusals.look(now);
    }
  }

  private void each(Consumer<SlotHolder> action) {
    slots.holders().forEach(call -> guarded(action, call));
  }

  /** Runs the action; an exception for one call must not stop the watching of the others. */
  private static void guarded(Consumer<SlotHolder> action, SlotHolder call) {
    try {
      action.accept(call);
    } catch (Throwable failed) {
      try {
        LOG.error("a call that took too long could not be ended", Loggable.failure(failed));
      } catch (Throwable unlogged) {
        failed.addSuppressed(unlogged);
      }
    }
  }

  /** Aborts the calls that still run, and stops watching. */
  @Override
  public void close() {
    if (watch != null) {
      watch.interrupt();
      each(SlotHolder::stop);
    }
    if (later != null) {
      later.shutdown();
    }
  }
}
