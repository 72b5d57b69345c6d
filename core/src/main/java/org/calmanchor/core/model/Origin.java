package org.calmanchor.core.model;

/**
 * Where a contract node came from, for people: a Java signature, or document:line:column. Any two
 * origins are equal, so that contracts read from code and from a document compare by content.
 */
public final class Origin {
  /** The origin of a node that nobody wrote by hand. */
  public static final Origin NONE = new Origin("");

  private final String place;

  private Origin(String place) {
    this.place = place;
  }

  /** The origin at {@code place}, in words that a person can follow. */
  public static Origin of(String place) {
    return new Origin(place);
  }

  /** The place in words; empty when there is none. */
  public String place() {
    return place;
  }

  @Override
  public boolean equals(Object other) {
    return other instanceof Origin;
  }

  @Override
  public int hashCode() {
    return 1;
  }

  @Override
  public String toString() {
    return place;
  }
}
