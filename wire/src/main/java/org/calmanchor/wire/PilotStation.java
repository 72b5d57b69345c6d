package org.calmanchor.wire;

import org.calmanchor.annotations.Operation;
import org.calmanchor.annotations.PortType;

/** The pilot station of Lantern Quay, which only pilots may ask. */
@PortType(namespace = "urn:lanternquay:pilots", name = "PilotStation")
public class PilotStation {
  /** Creates a station. */
  public PilotStation() {}

  /** The next vessel that wants a pilot. */
  @Operation(callers = "pilot")
  public String next() {
    return "Quiet Comma";
  }
}
