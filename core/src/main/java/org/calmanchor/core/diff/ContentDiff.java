package org.calmanchor.core.diff;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.calmanchor.core.diff.Finding.Kind;
import org.calmanchor.core.model.Particle;
import org.calmanchor.core.model.Term.Compositor;
import org.jspecify.annotations.Nullable;

/** Compares the elements of two structures and how they are combined. */
final class ContentDiff {
  private final DeclarationDiff diff;

  ContentDiff(DeclarationDiff diff) {
    this.diff = diff;
  }

  void compare(Item.Group was, Item.Group is) {
    occurrence(was, is);
    if (was.compositor() == is.compositor()) {
      switch (was.compositor()) {
        case SEQUENCE -> sequence(was.items(), is.items());
        case CHOICE -> byName(was.items(), is.items(), true);
        case ALL -> byName(was.items(), is.items(), false);
      }
    } else if (isList(was) && isList(is)) {
      // One of them is a sequence, the other one allows any order.
      boolean isFree = is.compositor() == Compositor.ALL;
      boolean matters = Math.min(was.items().size(), is.items().size()) > 1;
      if (matters) {
        diff.add("", Kind.ORDER, order(was), order(is), !isFree, isFree, "");
      }
      byName(was.items(), is.items(), false);
    } else if (is.compositor() == Compositor.CHOICE && was.items().size() == 1) {
      byName(was.items(), is.items(), true);
    } else if (was.compositor() == Compositor.CHOICE && is.items().size() == 1) {
      byName(was.items(), is.items(), true);
    } else {
      diff.add("", Kind.CONTENT, words(was), words(is), true, true, "");
    }
  }

  private static boolean isList(Item.Group group) {
    return group.compositor() != Compositor.CHOICE
        && group.items().stream().allMatch(Item.Element.class::isInstance);
  }

  private static String order(Item.Group group) {
    return group.compositor() == Compositor.ALL ? "any order" : "a fixed order";
  }

  private static String words(Item item) {
    if (item instanceof Item.Element element) {
      return element.declaration().name().getLocalPart();
    }
    if (item instanceof Item.Group group) {
      String names =
          group.items().stream().map(ContentDiff::words).collect(Collectors.joining(" "));
      return group.compositor().name().toLowerCase(Locale.ROOT) + " (" + names + ")";
    }
    return "any element";
  }

  private void sequence(List<Item> was, List<Item> is) {
    int[][] common = common(was, is);
    List<Item> gone = new ArrayList<>();
    List<Item> come = new ArrayList<>();
    List<Item> allGone = new ArrayList<>();
    List<Item> allCome = new ArrayList<>();
    int i = 0;
    int j = 0;
    while (i < was.size() || j < is.size()) {
      boolean isMatch = i < was.size() && j < is.size() && was.get(i).key().equals(is.get(j).key());
      if (isMatch && common[i][j] == common[i + 1][j + 1] + 1) {
        gap(gone, come, allGone, allCome);
        pair(was.get(i++), is.get(j++));
      } else if (j == is.size() || (i < was.size() && common[i + 1][j] >= common[i][j + 1])) {
        gone.add(was.get(i++));
      } else {
        come.add(is.get(j++));
      }
    }
    gap(gone, come, allGone, allCome);
    unmatched(allGone, allCome, was);
  }

  /** The lengths of the longest common subsequences of the rests of two sequences. */
  private static int[][] common(List<Item> was, List<Item> is) {
    int[][] common = new int[was.size() + 1][is.size() + 1];
    for (int i = was.size() - 1; i >= 0; i--) {
      for (int j = is.size() - 1; j >= 0; j--) {
        common[i][j] =
            was.get(i).key().equals(is.get(j).key())
                ? common[i + 1][j + 1] + 1
                : Math.max(common[i + 1][j], common[i][j + 1]);
      }
    }
    return common;
  }

  /** Handles what stands between two items that both have. */
  private void gap(List<Item> gone, List<Item> come, List<Item> allGone, List<Item> allCome) {
    Item was = gone.size() == 1 ? gone.get(0) : null;
    Item is = come.size() == 1 ? come.get(0) : null;
    if (was != null && is != null && isChoiceBeside(was, is)) {
      compare(asChoice(was), asChoice(is));
    } else {
      allGone.addAll(gone);
      allCome.addAll(come);
    }
    gone.clear();
    come.clear();
  }

  private static boolean isChoiceBeside(Item was, Item is) {
    return (isChoice(was) && is instanceof Item.Element)
        || (isChoice(is) && was instanceof Item.Element);
  }

  private static boolean isChoice(Item item) {
    return item instanceof Item.Group group && group.compositor() == Compositor.CHOICE;
  }

  private static Item.Group asChoice(Item item) {
    return item instanceof Item.Group group
        ? group
        : new Item.Group(Compositor.CHOICE, List.of(item), 1, 1);
  }

  private void pair(Item was, Item is) {
    if (was instanceof Item.Group one && is instanceof Item.Group other) {
      compare(one, other);
      return;
    }
    occurrence(was, is);
    if (was instanceof Item.Element one && is instanceof Item.Element other) {
      diff.elements(one.declaration(), other.declaration());
    } else if (was instanceof Item.Any one && is instanceof Item.Any other) {
      diff.wildcards("any element", one.wildcard(), other.wildcard());
    }
  }

  private void occurrence(Item was, Item is) {
    if (was.min() != is.min() || was.max() != is.max()) {
      diff.add(
          is instanceof Item.Element ? words(is) : "",
          Kind.OCCURRENCE,
          times(was),
          times(is),
          is.min() > was.min() || is.max() < was.max(),
          was.min() > is.min() || was.max() < is.max(),
          place(is));
    }
  }

  private static String times(Item item) {
    String least = Integer.toString(item.min());
    if (item.max() == Particle.UNBOUNDED) {
      return least + " or more";
    }
    return item.min() == item.max() ? "exactly " + least : least + " to " + item.max();
  }

  private static String place(Item item) {
    return item instanceof Item.Element element ? element.declaration().origin().place() : "";
  }

  private void byName(List<Item> was, List<Item> is, boolean isChoice) {
    Map<String, Item> before = byKey(was);
    Map<String, Item> after = byKey(is);
    List<Item> gone = new ArrayList<>();
    List<Item> come = new ArrayList<>();
    before.forEach(
        (key, item) -> {
          Item other = after.get(key);
          if (other == null) {
            gone.add(item);
          } else {
            pair(item, other);
          }
        });
    after.forEach(
        (key, item) -> {
          if (!before.containsKey(key)) {
            come.add(item);
          }
        });
    if (isChoice) {
      gone.forEach(
          item ->
              diff.add(words(item), Kind.CHOICE_REMOVED, type(item, true), "", true, false, ""));
      come.forEach(
          item ->
              diff.add(
                  words(item), Kind.CHOICE_ADDED, "", type(item, false), false, true, place(item)));
    } else {
      unmatched(gone, come, was);
    }
  }

  /** Items by their keys; those that come again are numbered. */
  private static Map<String, Item> byKey(List<Item> items) {
    Map<String, Item> byKey = new LinkedHashMap<>();
    for (Item item : items) {
      String key = item.key();
      for (int i = 2; byKey.containsKey(key); i++) {
        key = item.key() + " " + i;
      }
      byKey.put(key, item);
    }
    return byKey;
  }

  private void unmatched(List<Item> gone, List<Item> come, List<Item> before) {
    Map<String, Item> moved =
        come.stream().collect(Collectors.toMap(Item::key, Function.identity(), (a, b) -> a));
    List<Item> added = new ArrayList<>(come);
    for (Item item : gone) {
      Item other = moved.get(item.key());
      if (other instanceof Item.Element element && added.remove(other)) {
        diff.add(words(item), Kind.MOVED, "", "", true, true, place(other));
        diff.elements(((Item.Element) item).declaration(), element.declaration());
        continue;
      }
      other = sameLocalName(item, added);
      if (other instanceof Item.Element element && added.remove(other)) {
        diff.add(
            words(item),
            Kind.NAMESPACE,
            ((Item.Element) item).declaration().name().getNamespaceURI(),
            element.declaration().name().getNamespaceURI(),
            true,
            true,
            place(other));
        continue;
      }
      diff.add(
          words(item), Kind.REMOVED, type(item, true), "", true, !item.isEmptiable(), place(item));
    }
    for (Item item : added) {
      String shown = type(item, false) + (item.min() == 0 ? ", optional" : "");
      boolean wasAny = before.stream().anyMatch(each -> isAllowed(item, each));
      diff.add(
          words(item), Kind.ADDED, "", shown, !item.isEmptiable() || wasAny, true, place(item));
    }
  }

  private static @Nullable Item sameLocalName(Item item, List<Item> others) {
    return others.stream()
        .filter(
            other ->
                item instanceof Item.Element one
                    && other instanceof Item.Element two
                    && one.declaration()
                        .name()
                        .getLocalPart()
                        .equals(two.declaration().name().getLocalPart()))
        .findFirst()
        .orElse(null);
  }

  /** Whether a wildcard allowed an element before it had a declaration. */
  private static boolean isAllowed(Item item, Item before) {
    return item instanceof Item.Element element
        && before instanceof Item.Any any
        && any.wildcard().namespaces().allows(element.declaration().name().getNamespaceURI());
  }

  private String type(Item item, boolean wasBefore) {
    if (item instanceof Item.Element element) {
      return wasBefore ? diff.oldType(element.declaration()) : diff.nowType(element.declaration());
    }
    return words(item);
  }
}
