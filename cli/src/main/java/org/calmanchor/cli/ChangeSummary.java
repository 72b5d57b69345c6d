package org.calmanchor.cli;

import java.util.List;
import org.calmanchor.cli.terminal.Terminal;
import org.calmanchor.core.diff.Change;

/** Says in few words what has changed from one contract to another. */
public final class ChangeSummary {
  private ChangeSummary() {}

  /** How many changes there are, and how many of them break consumers. */
  public static String count(List<Change> changes) {
    long breaking = changes.stream().filter(Change::breaks).count();
    String all = changes.size() == 1 ? "1 change" : changes.size() + " changes";
    String broken =
        breaking == 0
            ? "none breaks a consumer"
            : breaking == changes.size()
                ? (changes.size() == 1 ? "it breaks" : "all break") + " consumers"
                : breaking == 1 ? "1 breaks consumers" : breaking + " break consumers";
    return all + ", " + broken + ".";
  }

  /** The same, with the first change that breaks consumers, or else the first one. */
  public static String line(List<Change> changes) {
    Change first = changes.stream().filter(Change::breaks).findFirst().orElse(changes.get(0));
    String count = count(changes);
    return count.substring(0, count.length() - 1)
        + ": "
        + Terminal.shown(first.path() + " " + first.what())
        + (changes.size() > 1 ? ", …" : ".");
  }
}
