package org.calmanchor.core.xml;

/** Shortens texts of the sender before they are put into an answer. */
public final class Excerpt {
  private static final int MOST = 80;

  private Excerpt() {}

  /** The text itself, or its beginning and an ellipsis when it is long. */
  public static String of(String text) {
    if (text.length() <= MOST) {
      return text;
    }
    // Half a surrogate pair could not be written.
    int end = Character.isHighSurrogate(text.charAt(MOST - 1)) ? MOST - 1 : MOST;
    return text.substring(0, end) + "…";
  }
}
