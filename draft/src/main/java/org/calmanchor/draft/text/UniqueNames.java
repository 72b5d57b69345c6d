package org.calmanchor.draft.text;

import java.util.HashSet;
import java.util.Locale;
import java.util.Set;

/**
 * Gives each name once. Names that differ only in case count as one, since the files of types would
 * be one on some systems.
 */
public final class UniqueNames {
  private final Set<String> taken = new HashSet<>();

  /** Takes a name that nothing gets any more. */
  public UniqueNames without(String name) {
    taken.add(name.toLowerCase(Locale.ROOT));
    return this;
  }

  /** The first of these names that is free; the last one with a number if none is. */
  public String free(String... names) {
    for (String name : names) {
      if (taken.add(name.toLowerCase(Locale.ROOT))) {
        return name;
      }
    }
    String last = names[names.length - 1];
    String separator = last.equals(last.toUpperCase(Locale.ROOT)) ? "_" : "";
    int number = 2;
    while (!taken.add((last + separator + number).toLowerCase(Locale.ROOT))) {
      number++;
    }
    return last + separator + number;
  }
}
