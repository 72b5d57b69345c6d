package org.calmanchor.core.running;

import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.atomic.AtomicReferenceArray;
import java.util.function.Predicate;
import org.jspecify.annotations.Nullable;

/** A fixed number of slots, and who has them. Safe for any number of threads. */
final class Slots {
  /**
   * The distance of the slots that neighbouring threads try first, so that they do not share a
   * cache line.
   */
  private static final int STRIDE = 17;

  /** The number of no slot. */
  static final int NONE = -1;

  private final AtomicReferenceArray<@Nullable SlotHolder> holders;

  Slots(int count) {
    this.holders = new AtomicReferenceArray<>(count);
  }

  int size() {
    return holders.length();
  }

  /** Takes a slot and returns its number; {@link #NONE} if all are taken. */
  int take(SlotHolder holder) {
    int count = holders.length();
    long first = Thread.currentThread().getId() * STRIDE;
    for (int i = 0; i < count; i++) {
      int slot = (int) ((first + i) % count);
      if (holders.get(slot) == null && holders.compareAndSet(slot, null, holder)) {
        return slot;
      }
    }
    return NONE;
  }

  void free(int slot) {
    holders.lazySet(slot, null);
  }

  int count(Predicate<SlotHolder> counts) {
    int count = 0;
    for (int i = 0; i < holders.length(); i++) {
      SlotHolder holder = holders.get(i);
      count += holder != null && counts.test(holder) ? 1 : 0;
    }
    return count;
  }

  /** Those who have a slot now. */
  List<SlotHolder> holders() {
    List<SlotHolder> all = new ArrayList<>();
    for (int i = 0; i < holders.length(); i++) {
      SlotHolder holder = holders.get(i);
      if (holder != null) {
        all.add(holder);
      }
    }
    return all;
  }
}
