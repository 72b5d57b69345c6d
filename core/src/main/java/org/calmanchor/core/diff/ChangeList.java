package org.calmanchor.core.diff;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/** Collects changes. One that is found in both directions becomes one change. */
final class ChangeList {
  private final Map<List<String>, Change> changes = new LinkedHashMap<>();

  void add(Change change) {
    changes.merge(
        List.of(change.path(), change.what(), change.was(), change.is()),
        change,
        ChangeList::merged);
  }

  private static Change merged(Change one, Change other) {
    List<String> reasons = new ArrayList<>();
    if (one.breaks() || !other.breaks()) {
      reasons.add(one.reason());
    }
    if (other.breaks() && !reasons.contains(other.reason())) {
      reasons.add(other.reason());
    }
    return new Change(
        one.path(),
        one.what(),
        one.was(),
        one.is(),
        one.breaksSenders() || other.breaksSenders(),
        one.breaksReceivers() || other.breaksReceivers(),
        String.join(" ", reasons),
        one.place());
  }

  List<Change> all() {
    return List.copyOf(changes.values());
  }
}
