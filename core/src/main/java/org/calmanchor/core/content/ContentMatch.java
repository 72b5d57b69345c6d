package org.calmanchor.core.content;

import java.util.ArrayList;
import java.util.BitSet;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;
import org.calmanchor.core.content.Expression.Rest;
import org.jspecify.annotations.Nullable;

/** Finds the position of each element of one content, in their order. For one thread. */
public final class ContentMatch {
  /** Marker: an element that may not stand here. */
  public static final int NONE = -1;

  private static final int MOST_WAYS = 1_000;

  private final ContentModel model;
  private List<Rest> ways;
  private boolean mayEnd;

  /** What can follow an element: the position that it has, and the rest. */
  private record Way(int position, @Nullable Rest rest) {}

  /** Begins before the first element. */
  public ContentMatch(ContentModel model) {
    this.model = model;
    this.ways = List.of(new Rest(model.expression(), null));
    this.mayEnd = model.expression().isEmptiable();
  }

  /**
   * Moves to the next element.
   *
   * @return its position; {@link #NONE} if it may not stand here, and then nothing has moved
   */
  public int next(String namespace, String local) {
    List<Way> found = new ArrayList<>();
    Expression.Step step =
        new Expression.Step() {
          @Override
          public boolean matches(int position) {
            return model.positions().get(position).matches(namespace, local);
          }

          @Override
          public void add(int position, @Nullable Rest rest) {
            found.add(new Way(position, rest));
          }
        };
    for (Rest way : ways) {
      Rest at = way;
      while (at != null) {
        at.expression().step(step, at.next());
        at = at.expression().isEmptiable() ? at.next() : null;
      }
    }
    if (found.isEmpty()) {
      return NONE;
    }
    int position = position(found);
    List<Rest> next = new ArrayList<>();
    mayEnd = false;
    for (Way way : distinct(found)) {
      if (way.position() == position) {
        mayEnd |= isEmptiable(way.rest());
        if (way.rest() != null) {
          next.add(way.rest());
        }
      }
    }
    ways = next;
    return position;
  }

  /** Counted repetitions inside others can lead to the same rest in several ways. */
  private static Iterable<Way> distinct(List<Way> found) {
    if (found.size() == 1) {
      return found;
    }
    Set<Way> ways = new LinkedHashSet<>(found);
    return ways.size() <= MOST_WAYS ? ways : new ArrayList<>(ways).subList(0, MOST_WAYS);
  }

  /** Elements come before wildcards, if a document breaks the rule that lets only one match. */
  private int position(List<Way> found) {
    int first = found.get(0).position();
    return found.stream()
        .map(Way::position)
        .filter(position -> model.positions().get(position).element() != null)
        .findFirst()
        .orElse(first);
  }

  private static boolean isEmptiable(@Nullable Rest rest) {
    Rest at = rest;
    while (at != null && at.expression().isEmptiable()) {
      at = at.next();
    }
    return at == null;
  }

  /** Whether the content may end here. */
  public boolean mayEnd() {
    return mayEnd;
  }

  /** The keys of what may stand here, in the order of the schema. */
  public List<String> expected() {
    BitSet positions = new BitSet();
    for (Rest way : ways) {
      Rest at = way;
      while (at != null) {
        at.expression().first(positions);
        at = at.expression().isEmptiable() ? at.next() : null;
      }
    }
    return model.keys(positions);
  }
}
