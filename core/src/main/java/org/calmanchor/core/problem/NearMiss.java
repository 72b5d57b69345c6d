package org.calmanchor.core.problem;

import java.util.Collection;
import java.util.Locale;

/**
 * Suggests the known name that is most similar to a mistyped one. Own code: core has no text
 * library.
 */
public final class NearMiss {
  private NearMiss() {}

  /**
   * A "Did you mean" question for the known name most similar to {@code given}, or {@code
   * otherwise} if none is similar.
   */
  public static String of(String given, Collection<String> known, String otherwise) {
    String nearest = null;
    int least = Math.max(2, given.length() / 3) + 1;
    for (String each : known) {
      int distance = distance(given.toLowerCase(Locale.ROOT), each.toLowerCase(Locale.ROOT));
      if (distance < least) {
        least = distance;
        nearest = each;
      }
    }
    return nearest == null ? otherwise : "Did you mean \"" + nearest + "\"?";
  }

  /** The number of letters to insert, delete or replace (Levenshtein distance). */
  private static int distance(String a, String b) {
    int[] row = new int[b.length() + 1];
    for (int j = 0; j < row.length; j++) {
      row[j] = j;
    }
    for (int i = 1; i <= a.length(); i++) {
      int diagonal = row[0];
      row[0] = i;
      for (int j = 1; j < row.length; j++) {
        int change = diagonal + (a.charAt(i - 1) == b.charAt(j - 1) ? 0 : 1);
        diagonal = row[j];
        row[j] = Math.min(change, Math.min(row[j], row[j - 1]) + 1);
      }
    }
    return row[b.length()];
  }
}
