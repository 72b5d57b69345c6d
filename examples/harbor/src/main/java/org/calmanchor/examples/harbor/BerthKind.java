package org.calmanchor.examples.harbor;

/** How a boat lies. */
public enum BerthKind {
  FINGER,
  ALONGSIDE,
  MOORING_BUOY
}
