package org.calmanchor.core.xml;

/** Shortens texts of the sender before they are put into an answer. */
public final class Excerpt {
  private static final int MOST = 80;

  private Excerpt() {}

  /** The text itself; if it is long, its beginning and an ellipsis. */
  public static String of(String text) {
    if (text.length() <= MOST) {
      return text;
    }
    // Half of a surrogate pair could not be encoded.
    int end = Character.isHighSurrogate(text.charAt(MOST - 1)) ? MOST - 1 : MOST;
    return text.substring(0, end) + "…";
  }
}
