package org.calmanchor.examples.harbor;

import org.calmanchor.annotations.ComplexType;

/** A boat that arrives at a berth or leaves it. */
@ComplexType(doc = "A boat that arrives at a berth or leaves it")
public record BoatCall(String boat, String berth, Direction direction) {
  /** To the berth or away from it. */
  public enum Direction {
    ARRIVES,
    LEAVES
  }
}
