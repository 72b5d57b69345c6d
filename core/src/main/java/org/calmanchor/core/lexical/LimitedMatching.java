package org.calmanchor.core.lexical;

import java.util.List;
import java.util.regex.Pattern;

/**
 * Matches texts of messages with patterns of contracts and of annotated code. Some patterns take
 * exponentially many steps for a text that was chosen against them, so there is a limit of steps
 * that grows with the text and its pattern: many short texts take no longer than a long one.
 */
public final class LimitedMatching {
  private static final long MOST_STEPS = 2_000_000;

  /** Added to the length of a text: what a pattern takes before it looks at the text. */
  private static final long FIRST_STEPS = 16;

  /** Added to the length of a pattern: how often it may look at a character again. */
  private static final long REPEATED_STEPS = 64;

  private LimitedMatching() {}

  /**
   * Whether a text as a whole matches one of several patterns.
   *
   * @param words what is expected
   * @throws LexicalException when that takes too many steps to know
   */
  public static boolean matches(List<Pattern> patterns, String text, String words) {
    try {
      return match(patterns, new Steps(text, new Count(most(patterns, text))));
    } catch (TooManySteps | StackOverflowError tooHard) {
      throw LexicalException.constrained(words + " that takes fewer steps to compare");
    }
  }

  /**
   * Whether a text as a whole matches one of several patterns; false when that takes too many steps
   * to know.
   *
   * @param budget what this and other matches may take together
   */
  public static boolean matches(List<Pattern> patterns, String text, MatchingBudget budget) {
    Count count = new Count(Math.min(most(patterns, text), budget.left()));
    try {
      return match(patterns, new Steps(text, count));
    } catch (TooManySteps | StackOverflowError tooHard) {
      return false;
    } finally {
      budget.take(count.taken);
    }
  }

  private static boolean match(List<Pattern> patterns, Steps text) {
    for (Pattern pattern : patterns) {
      if (pattern.matcher(text).matches()) {
        return true;
      }
    }
    return false;
  }

  private static long most(List<Pattern> patterns, String text) {
    long expressions = REPEATED_STEPS;
    for (Pattern pattern : patterns) {
      expressions += pattern.pattern().length();
    }
    return Math.min(MOST_STEPS, (FIRST_STEPS + text.length()) * expressions);
  }

  /** Ends matching that would take too long. */
  private static final class TooManySteps extends RuntimeException {
    private static final long serialVersionUID = 1L;

    TooManySteps() {
      super("too many steps", null, false, false);
    }
  }

  /** How often characters were looked at. */
  private static final class Count {
    private final long most;
    private long taken;

    Count(long most) {
      this.most = most;
    }

    void step() {
      if (++taken > most) {
        throw new TooManySteps();
      }
    }
  }

  /** A text that counts how often its characters are looked at. */
  private record Steps(String text, Count count) implements CharSequence {
    @Override
    public int length() {
      return text.length();
    }

    @Override
    public char charAt(int index) {
      count.step();
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
