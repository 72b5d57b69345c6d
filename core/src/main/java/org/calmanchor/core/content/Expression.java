package org.calmanchor.core.content;

import java.util.ArrayList;
import java.util.BitSet;
import java.util.List;
import org.calmanchor.core.model.Particle;
import org.jspecify.annotations.Nullable;

/**
 * A content model as an expression over positions, which are elements and wildcards. What may
 * follow an element is found by partial derivatives: exact for every model, with counted
 * repetitions that are not unrolled.
 */
sealed interface Expression {
  /** Whether no element at all satisfies it. Known from the start: groups may be shared. */
  boolean isEmptiable();

  /**
   * Adds what can follow an element that satisfies the beginning of this expression.
   *
   * @param rest what has to follow this expression
   */
  void step(Step step, @Nullable Rest rest);

  /** Adds the positions that can come first. */
  void first(BitSet positions);

  /**
   * Adds the positions of a short content to {@code example}: each repetition once, of a choice one
   * branch.
   *
   * @param limit which positions are left out if possible, and how long it may become
   * @return false if one to be left out is needed, or if it would be too long; then nothing was
   *     added
   */
  boolean example(ExampleLimit limit, List<Integer> example);

  /** What has to follow; null is nothing. */
  record Rest(Expression expression, @Nullable Rest next) {}

  /** Takes the positions that an element satisfies. */
  interface Step {
    /** Whether the element is one of that position. */
    boolean matches(int position);

    /** Adds a way to go on. */
    void add(int position, @Nullable Rest rest);
  }

  /** An element or wildcard, by its index. */
  record Position(int index) implements Expression {
    @Override
    public boolean isEmptiable() {
      return false;
    }

    @Override
    public void step(Step step, @Nullable Rest rest) {
      if (step.matches(index)) {
        step.add(index, rest);
      }
    }

    @Override
    public void first(BitSet positions) {
      positions.set(index);
    }

    @Override
    public boolean example(ExampleLimit limit, List<Integer> example) {
      return limit.allows(index) && example.add(index);
    }
  }

  /** One after the other, from the item at {@code from} on. */
  record Sequence(List<Expression> items, int from, boolean isEmptiable) implements Expression {
    Sequence(List<Expression> items, int from) {
      this(
          items,
          from,
          items.subList(from, items.size()).stream().allMatch(Expression::isEmptiable));
    }

    @Override
    public void step(Step step, @Nullable Rest rest) {
      for (int i = from; i < items.size(); i++) {
        Rest after = i + 1 == items.size() ? rest : new Rest(new Sequence(items, i + 1), rest);
        items.get(i).step(step, after);
        if (!items.get(i).isEmptiable()) {
          return;
        }
      }
    }

    @Override
    public void first(BitSet positions) {
      for (int i = from; i < items.size(); i++) {
        items.get(i).first(positions);
        if (!items.get(i).isEmptiable()) {
          return;
        }
      }
    }

    @Override
    public boolean example(ExampleLimit limit, List<Integer> example) {
      return all(items.subList(from, items.size()), limit, example);
    }
  }

  /** Adds an example of each item, unless one that is needed has none. */
  private static boolean all(List<Expression> items, ExampleLimit limit, List<Integer> example) {
    List<Integer> added = new ArrayList<>();
    for (Expression item : items) {
      if (limit.isReached() || (!item.example(limit, added) && !item.isEmptiable())) {
        return false;
      }
    }
    return added.isEmpty() || example.addAll(added);
  }

  /** One of several. */
  record Choice(List<Expression> branches, boolean isEmptiable) implements Expression {
    Choice(List<Expression> branches) {
      this(branches, branches.stream().anyMatch(Expression::isEmptiable));
    }

    @Override
    public void step(Step step, @Nullable Rest rest) {
      branches.forEach(branch -> branch.step(step, rest));
    }

    @Override
    public void first(BitSet positions) {
      branches.forEach(branch -> branch.first(positions));
    }

    @Override
    public boolean example(ExampleLimit limit, List<Integer> example) {
      return branches.stream().anyMatch(branch -> branch.example(limit, example));
    }
  }

  /** Each at most once, in any order. */
  record All(List<Expression> items, boolean isEmptiable) implements Expression {
    All(List<Expression> items) {
      this(items, items.stream().allMatch(Expression::isEmptiable));
    }

    @Override
    public void step(Step step, @Nullable Rest rest) {
      for (int i = 0; i < items.size(); i++) {
        List<Expression> others = new ArrayList<>(items);
        others.remove(i);
        items.get(i).step(step, others.isEmpty() ? rest : new Rest(new All(others), rest));
      }
    }

    @Override
    public void first(BitSet positions) {
      items.forEach(item -> item.first(positions));
    }

    @Override
    public boolean example(ExampleLimit limit, List<Integer> example) {
      return all(items, limit, example);
    }
  }

  /** A repetition. */
  record Repeat(Expression item, int min, int max, boolean isEmptiable) implements Expression {
    Repeat(Expression item, int min, int max) {
      this(item, min, max, min == 0 || item.isEmptiable());
    }

    @Override
    public void step(Step step, @Nullable Rest rest) {
      int most = max == Particle.UNBOUNDED ? max : max - 1;
      item.step(
          step, most == 0 ? rest : new Rest(new Repeat(item, Math.max(0, min - 1), most), rest));
    }

    @Override
    public void first(BitSet positions) {
      item.first(positions);
    }

    @Override
    public boolean example(ExampleLimit limit, List<Integer> example) {
      List<Integer> once = new ArrayList<>();
      if (!item.example(limit, once)) {
        return min == 0;
      }
      int times = Math.max(1, min);
      if (!limit.allows(once.size(), times)) {
        return false;
      }
      for (int i = 0; i < times; i++) {
        example.addAll(once);
      }
      return true;
    }
  }
}
