package org.calmanchor.examples.harbor;

/** The piers of Lantern Quay. */
public enum Pier {
  HERON,
  KITTIWAKE,
  SANDPIPER
}
