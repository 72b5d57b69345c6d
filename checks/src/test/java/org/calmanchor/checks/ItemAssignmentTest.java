package org.calmanchor.checks;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.BitSet;
import java.util.HashSet;
import java.util.Set;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
import net.jqwik.api.constraints.Size;

class ItemAssignmentTest {
  /** The most that can be assigned from an expected item on, by trying everything. */
  private static int most(boolean[] fits, int expected, int items, int from, BitSet taken) {
    if (from == expected) {
      return 0;
    }
    int best = most(fits, expected, items, from + 1, taken);
    for (int item = 0; item < items; item++) {
      if (fits[from * 6 + item] && !taken.get(item)) {
        taken.set(item);
        best = Math.max(best, 1 + most(fits, expected, items, from + 1, taken));
        taken.clear(item);
      }
    }
    return best;
  }

  @Property
  void leavesAsFewAsPossibleWithout(
      @ForAll @Size(36) boolean[] fits,
      @ForAll @IntRange(max = 6) int expected,
      @ForAll @IntRange(max = 6) int items) {
    Set<Integer> asked = new HashSet<>();
    int[] unassigned =
        ItemAssignment.findUnassigned(
            expected,
            items,
            (one, item) -> {
              assertThat(asked.add(one * 6 + item)).as("asked once").isTrue();
              return fits[one * 6 + item];
            });
    assertThat(expected - unassigned.length)
        .isEqualTo(most(fits, expected, items, 0, new BitSet()));
    assertThat(unassigned).isSorted();
  }
}
