package org.calmanchor.core.model;

/**
 * A constraining facet (XML Schema 1.0 part 2, section 4.3).
 *
 * @param kind which one
 * @param value its lexical value
 * @param doc what it means, for enumeration values above all; may be empty
 */
public record Facet(Kind kind, String value, String doc) {
  /** Creates a facet without documentation. */
  public Facet(Kind kind, String value) {
    this(kind, value, "");
  }

  /** The facets, named as their elements are. */
  public enum Kind {
    LENGTH("length"),
    MIN_LENGTH("minLength"),
    MAX_LENGTH("maxLength"),
    PATTERN("pattern"),
    ENUMERATION("enumeration"),
    WHITE_SPACE("whiteSpace"),
    MAX_INCLUSIVE("maxInclusive"),
    MAX_EXCLUSIVE("maxExclusive"),
    MIN_EXCLUSIVE("minExclusive"),
    MIN_INCLUSIVE("minInclusive"),
    TOTAL_DIGITS("totalDigits"),
    FRACTION_DIGITS("fractionDigits");

    private final String element;

    Kind(String element) {
      this.element = element;
    }

    /** The facet's element name. */
    public String element() {
      return element;
    }
  }
}
