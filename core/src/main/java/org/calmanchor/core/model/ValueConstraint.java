package org.calmanchor.core.model;

/**
 * The default or fixed value of an element or attribute (XML Schema 1.0 part 1, sections 3.2.1 and
 * 3.3.1).
 *
 * @param lexical the value's lexical form
 * @param isFixed whether no other value is allowed
 */
public record ValueConstraint(String lexical, boolean isFixed) {
  /** A value that stands where none is given. */
  public static ValueConstraint byDefault(String lexical) {
    return new ValueConstraint(lexical, false);
  }

  /** The only value that is allowed. */
  public static ValueConstraint fixed(String lexical) {
    return new ValueConstraint(lexical, true);
  }
}
