package org.calmanchor.core.simple;

import java.util.List;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import org.calmanchor.core.lexical.LexicalException;
import org.calmanchor.core.model.Facet;

/**
 * The patterns of one restriction, of which a text has to match one (XML Schema 1.0 part 2, section
 * 4.3.4). Patterns come from documents and texts from messages, so matching has a limit of steps.
 */
public final class PatternFacet {
  private static final int MOST_STEPS = 2_000_000;

  private final List<Pattern> patterns;
  private final String words;

  /**
   * Translates patterns.
   *
   * @throws IllegalArgumentException when one is no pattern of XML Schema; says why
   */
  PatternFacet(List<Facet> facets) {
    this.patterns = facets.stream().map(facet -> pattern(facet.value())).toList();
    this.words =
        facets.stream().map(Facet::value).collect(Collectors.joining(" or ", "a text like ", ""));
  }

  private PatternFacet(List<Pattern> patterns, String words) {
    this.patterns = patterns;
    this.words = words;
  }

  /**
   * Translates one pattern.
   *
   * @throws IllegalArgumentException when it is no pattern of XML Schema; says why
   */
  public static PatternFacet of(String pattern) {
    return new PatternFacet(List.of(new Facet(Facet.Kind.PATTERN, pattern)));
  }

  /** Whether a text matches as a whole; false for one that would take too many steps. */
  public boolean matches(String text) {
    try {
      check(text);
      return true;
    } catch (LexicalException mismatch) {
      return false;
    }
  }

  /** The same check, with these words for what is expected. */
  PatternFacet saying(String expected) {
    return new PatternFacet(patterns, expected);
  }

  private static Pattern pattern(String text) {
    return Pattern.compile(RegularExpressionParser.parse(text).toJava());
  }

  void check(String text) {
    try {
      Steps steps = new Steps(text, new int[1]);
      if (patterns.stream().noneMatch(pattern -> pattern.matcher(steps).matches())) {
        throw LexicalException.constrained(words);
      }
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
