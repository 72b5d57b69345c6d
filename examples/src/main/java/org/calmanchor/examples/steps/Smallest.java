package org.calmanchor.examples.steps;

import org.calmanchor.annotations.Operation;
import org.calmanchor.annotations.PortType;

/** Step 1: a class, a namespace and a method are a service. */
@PortType(namespace = "urn:lanternquay:steps:smallest")
public class Smallest {
  /** Greets a boat. */
  @Operation
  public String greet(String boat) {
    return "Welcome to Lantern Quay, " + boat + ".";
  }
}
