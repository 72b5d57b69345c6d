package org.calmanchor.checks;

import java.util.ArrayDeque;
import java.util.Arrays;
import java.util.BitSet;
import java.util.Deque;
import java.util.stream.IntStream;
import org.jspecify.annotations.Nullable;

/**
 * Assigns to as many expected items as possible an item of their own that fits. If several expected
 * items fit an item, the first of them gives it away as long as another item fits it (maximum
 * matching in a bipartite graph, by augmenting paths). For one thread.
 */
final class ItemAssignment {
  private static final int NONE = -1;

  /** About a second of work. Only lists that were made for it need more. */
  private static final long MOST_STEPS = 200_000_000;

  private final Fitting fitting;
  private final BitSet[] tried;
  private final BitSet[] fit;
  private final int[] itemOf;
  private final int[] ownerOf;
  private long steps;

  /** Whether an item is as one of the expected ones says. */
  @FunctionalInterface
  interface Fitting {
    /** Asked once for each pair at most. */
    boolean fits(int expected, int item);
  }

  private ItemAssignment(int expected, int items, Fitting fitting) {
    this.fitting = fitting;
    this.tried = rows(expected);
    this.fit = rows(expected);
    this.itemOf = new int[expected];
    this.ownerOf = new int[items];
    Arrays.fill(itemOf, NONE);
    Arrays.fill(ownerOf, NONE);
  }

  private static BitSet[] rows(int count) {
    BitSet[] rows = new BitSet[count];
    Arrays.setAll(rows, row -> new BitSet());
    return rows;
  }

  /**
   * Assigns items.
   *
   * @return the expected ones that got none, in their order; null if it would take too long to know
   */
  static int @Nullable [] findUnassigned(int expected, int items, Fitting fitting) {
    ItemAssignment assignment = new ItemAssignment(expected, items, fitting);
    int[] none =
        IntStream.range(0, expected).filter(wanted -> !assignment.assign(wanted)).toArray();
    return assignment.steps < MOST_STEPS ? none : null;
  }

  /** Finds an item for one more, and others for those who have to give theirs away for that. */
  private boolean assign(int wanted) {
    int[] reachedBy = new int[ownerOf.length];
    Arrays.fill(reachedBy, NONE);
    Deque<Integer> searching = new ArrayDeque<>();
    searching.add(wanted);
    while (!searching.isEmpty() && steps < MOST_STEPS) {
      int owner = searching.remove();
      for (int item = 0; item < ownerOf.length; item++) {
        steps++;
        if (reachedBy[item] == NONE && fits(owner, item)) {
          reachedBy[item] = owner;
          if (ownerOf[item] == NONE) {
            exchange(wanted, item, reachedBy);
            return true;
          }
          searching.add(ownerOf[item]);
        }
      }
    }
    return false;
  }

  /** Everybody on the way from {@code wanted} to a free item takes what was reached from there. */
  private void exchange(int wanted, int free, int[] reachedBy) {
    int item = free;
    int owner;
    do {
      owner = reachedBy[item];
      int former = itemOf[owner];
      itemOf[owner] = item;
      ownerOf[item] = owner;
      item = former;
    } while (owner != wanted);
  }

  private boolean fits(int expected, int item) {
    if (!tried[expected].get(item)) {
      tried[expected].set(item);
      fit[expected].set(item, fitting.fits(expected, item));
    }
    return fit[expected].get(item);
  }
}
