package org.calmanchor.core.model;

/**
 * Where a component of a contract comes from, for people: a Java signature, or
 * document:line:column. All origins are equal, so that contracts from code and from documents can
 * be compared.
 */
public final class Origin {
  /** The origin of a generated component. */
  public static final Origin NONE = new Origin("", 0);

  private final String place;
  private final int position;

  private Origin(String place, int position) {
    this.place = place;
    this.position = position;
  }

  /** Creates an origin at {@code place}, in words that a person can follow. */
  public static Origin of(String place) {
    return new Origin(place, 0);
  }

  /** The same origin with its rank among its siblings in the source. */
  public Origin at(int rank) {
    return new Origin(place, rank);
  }

  /**
   * Its rank among its siblings in the source, if the contract has them in another order; else 0.
   */
  public int position() {
    return position;
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
