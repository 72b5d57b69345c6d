package org.calmanchor.web.page;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/**
 * Operations that are listed together, because their names begin with the same word.
 *
 * @param title the word; empty for a list without groups, and for names that share no word
 */
public record OperationGroup(String title, List<OperationView> operations) {
  /** A list of this length needs no groups. */
  private static final int SHORT = 30;

  /** A word that fewer names share makes no group. */
  private static final int LEAST = 3;

  /** Groups a long list, in the order of the operations; a short one is one group. */
  static List<OperationGroup> of(List<OperationView> operations) {
    if (operations.size() <= SHORT) {
      return List.of(new OperationGroup("", operations));
    }
    Map<String, List<OperationView>> byWord = new LinkedHashMap<>();
    operations.forEach(
        each -> byWord.computeIfAbsent(word(each.name()), w -> new ArrayList<>()).add(each));
    List<OperationView> others = new ArrayList<>();
    List<OperationGroup> groups = new ArrayList<>();
    byWord.forEach(
        (word, group) -> {
          if (group.size() < LEAST) {
            others.addAll(group);
          } else {
            groups.add(new OperationGroup(word, group));
          }
        });
    if (!others.isEmpty()) {
      groups.add(new OperationGroup(groups.isEmpty() ? "" : "others", others));
    }
    return groups;
  }

  /** The first word of a name in camel case. */
  private static String word(String name) {
    int end = 1;
    while (end < name.length() && !Character.isUpperCase(name.charAt(end))) {
      end++;
    }
    return name.substring(0, end);
  }
}
