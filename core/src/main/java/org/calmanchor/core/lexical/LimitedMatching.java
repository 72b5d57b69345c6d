package org.calmanchor.core.lexical;

import java.util.Collection;
import java.util.List;
import java.util.regex.Pattern;

/**
 * Matches texts of messages with patterns of contracts and of annotated code. Some patterns take
 * exponentially many steps for a text that was chosen against them, so there is a limit of steps.
 */
public final class LimitedMatching {
  private static final int MOST_STEPS = 2_000_000;

  private LimitedMatching() {}

  /**
   * Whether a text as a whole matches a pattern.
   *
   * @throws LexicalException when that takes too many steps
   */
  public static boolean matches(Pattern pattern, String text) {
    return matchesAny(List.of(pattern), text);
  }

  /**
   * Whether a text as a whole matches one of several patterns.
   *
   * @throws LexicalException when that takes too many steps
   */
  public static boolean matchesAny(Collection<Pattern> patterns, String text) {
    try {
      Steps steps = new Steps(text, new int[1]);
      return patterns.stream().anyMatch(pattern -> pattern.matcher(steps).matches());
    } catch (TooManySteps | StackOverflowError tooHard) {
      throw LexicalException.constrained("a shorter text; this one is too long for its pattern");
    }
  }

  /** Ends matching that would take too long. */
  private static final class TooManySteps extends RuntimeException {
    private static final long serialVersionUID = 1L;

    TooManySteps() {
      super("too many steps", null, false, false);
    }
  }

  /** A text that counts how often its characters are looked at. */
  private record Steps(String text, int[] count) implements CharSequence {
    @Override
    public int length() {
      return text.length();
    }

    @Override
    public char charAt(int index) {
      if (++count[0] > MOST_STEPS) {
        throw new TooManySteps();
      }
      return text.charAt(index);
    }

    @Override
    public CharSequence subSequence(int start, int end) {
      return new Steps(text.substring(start, end), count);
    }

    @Override
    public String toString() {
      return text;
    }
  }
}
