package org.calmanchor.core.limits;

import java.util.concurrent.CompletableFuture;
import java.util.concurrent.CompletionStage;
import java.util.concurrent.atomic.AtomicInteger;
import org.calmanchor.core.io.HeldMemory;
import org.calmanchor.core.lifecycle.Readiness;
import org.jspecify.annotations.Nullable;

/**
 * The memory that the messages of all calls may hold together: each call may be within its own
 * limits, and all of them beyond the heap. A call takes blocks while it reads, and gives all of
 * them back when it ends. Nobody waits for a block, since whoever waits holds others. Safe for any
 * number of threads.
 */
public final class MemoryBudget implements Readiness {
  private static final int PERCENT = 100;

  private final int most;
  private final AtomicInteger taken = new AtomicInteger();
  private final Shares shares;
  private final CompletableFuture<OutOfMemoryError> exhausted = new CompletableFuture<>();

  private final LimitCounts refused;

  private MemoryBudget(long bytes, ExemptAddresses unshared, LimitCounts refused) {
    this.refused = refused;
    this.most = (int) Math.max(1, Math.min(Integer.MAX_VALUE, bytes / HeldMemory.BLOCK_BYTES));
    this.shares = Shares.ofAddresses(Math.max(1, most / 2), unshared);
  }

  /**
   * The part of this process's heap that {@code limits} allow; half of it for one address.
   *
   * @param refused counts what finds no memory
   */
  public static MemoryBudget of(Limits limits, ExemptAddresses unshared, LimitCounts refused) {
    long heap = Runtime.getRuntime().maxMemory();
    return new MemoryBudget(heap / PERCENT * limits.value(Limit.MEMORY_PERCENT), unshared, refused);
  }

  /** Takes a block for a call from {@code address}; false if there is none for it. */
  public boolean take(String address) {
    if (!shares.enter(address)) {
      refused.count(Limit.MEMORY_PERCENT);
      return false;
    }
    if (taken.incrementAndGet() > most) {
      give(address, 1);
      refused.count(Limit.MEMORY_PERCENT);
      return false;
    }
    return true;
  }

  /** Gives blocks back; must be called once for each that was taken. */
  public void give(String address, int blocks) {
    taken.addAndGet(-blocks);
    for (int i = 0; i < blocks; i++) {
      shares.leave(address);
    }
  }

  /**
   * Records that a call found no memory, if the heap is exhausted. A service may ask for a single
   * array that is larger than the heap; then the others can go on.
   */
  public void fail(OutOfMemoryError failed) {
    if (!String.valueOf(failed.getMessage()).startsWith("Requested array size")) {
      exhausted.complete(failed);
    }
  }

  /** Completes when the heap is exhausted. The process should then be started anew. */
  public CompletionStage<OutOfMemoryError> whenExhausted() {
    return exhausted.minimalCompletionStage();
  }

  @Override
  public @Nullable String reasonNotReady() {
    if (exhausted.isDone()) {
      return "the heap was exhausted; the process has to be started anew";
    }
    return taken.get() >= most ? "the messages of calls take all memory" : null;
  }

  /** The bytes that may be taken. */
  public long mostBytes() {
    return (long) most * HeldMemory.BLOCK_BYTES;
  }

  /** The bytes that are taken. */
  public long takenBytes() {
    return (long) taken.get() * HeldMemory.BLOCK_BYTES;
  }
}
