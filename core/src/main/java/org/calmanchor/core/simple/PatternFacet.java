package org.calmanchor.core.simple;

import java.util.List;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import org.calmanchor.core.lexical.LexicalException;
import org.calmanchor.core.lexical.LimitedMatching;
import org.calmanchor.core.lexical.MatchingBudget;
import org.calmanchor.core.model.Facet;

/**
 * The patterns of one restriction, of which a text has to match one (XML Schema 1.0 part 2, section
 * 4.3.4).
 */
public final class PatternFacet {
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

  /**
   * Whether a text matches as a whole; false for one that would take too many steps.
   *
   * @param budget what this and other matches may take together
   */
  public boolean matches(String text, MatchingBudget budget) {
    return LimitedMatching.matches(patterns, text, budget);
  }

  /** The same check, with these words for what is expected. */
  PatternFacet saying(String expected) {
    return new PatternFacet(patterns, expected);
  }

  private static Pattern pattern(String text) {
    return Pattern.compile(RegularExpressionParser.parse(text).toJava());
  }

  void check(String text) {
    if (!LimitedMatching.matches(patterns, text, words)) {
      throw LexicalException.constrained(words);
    }
  }
}
