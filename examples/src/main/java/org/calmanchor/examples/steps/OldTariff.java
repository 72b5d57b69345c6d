package org.calmanchor.examples.steps;

/** A class that cannot be edited: it comes from elsewhere, and has no annotations. */
public class OldTariff {
  /** Creates a tariff. */
  public OldTariff() {}

  /** The price of a night, in cents. */
  public int priceOf(int metres) {
    return metres * 350;
  }

  /** Nothing for callers. */
  public void reset() {
    throw new UnsupportedOperationException("the tariff is fixed");
  }
}
