package org.calmanchor.examples.steps;

import org.calmanchor.annotations.Operation;
import org.calmanchor.annotations.PortType;

/** An annotated interface is a contract that service and client share. */
@PortType(namespace = "urn:lanternquay:steps:gate")
public interface Gate {
  /** Opens the gate of a pier; false if it is open already. */
  @Operation
  boolean open(String pier);
}
