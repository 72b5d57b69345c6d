package org.calmanchor.core.content;

import java.util.ArrayList;
import java.util.BitSet;
import java.util.List;
import java.util.function.IntPredicate;
import java.util.function.Predicate;

/**
 * The elements that a complex type may contain (XML Schema 1.0 part 1, section 3.8.4), with those
 * that its base types and the groups to which it refers have, and those that may be substituted.
 * Immutable and safe for any number of threads.
 *
 * @see ContentMatch
 */
public final class ContentModel {
  private final Expression expression;
  private final List<ContentPosition> positions;
  private final boolean isMixed;
  private final boolean isOrdered;

  ContentModel(
      Expression expression, List<ContentPosition> positions, boolean isMixed, boolean isOrdered) {
    this.expression = expression;
    this.positions = List.copyOf(positions);
    this.isMixed = isMixed;
    this.isOrdered = isOrdered;
  }

  /** Its elements and wildcards, in the order of the schema. */
  public List<ContentPosition> positions() {
    return positions;
  }

  /** Whether text may stand between the elements. */
  public boolean isMixed() {
    return isMixed;
  }

  /**
   * Whether the order of its elements says something that their names do not: a group is repeated,
   * a name stands at several positions, or text stands between them. Then the content is
   * represented by a list of one-entry maps, else by an entry for each key.
   */
  public boolean isOrdered() {
    return isOrdered;
  }

  /**
   * The positions of a short valid content with as many different elements as it can have: each
   * repetition once, of each choice one branch; empty if each content would be very long.
   *
   * @param avoids whether a position is left out, as long as the content stays valid
   */
  public List<Integer> example(Predicate<ContentPosition> avoids) {
    List<Integer> example = new ArrayList<>();
    IntPredicate isAvoided = index -> avoids.test(positions.get(index));
    if (!expression.example(new ExampleLimit(isAvoided), example)) {
      expression.example(new ExampleLimit(index -> false), example);
    }
    return example;
  }

  Expression expression() {
    return expression;
  }

  /** The keys of these positions, in order, each once. */
  List<String> keys(BitSet indexes) {
    List<String> keys = new ArrayList<>();
    for (int i = indexes.nextSetBit(0); i >= 0; i = indexes.nextSetBit(i + 1)) {
      String key = positions.get(i).key();
      if (!keys.contains(key)) {
        keys.add(key);
      }
    }
    return keys;
  }
}
