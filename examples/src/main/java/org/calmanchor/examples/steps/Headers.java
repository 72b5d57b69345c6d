package org.calmanchor.examples.steps;

import org.calmanchor.annotations.Header;
import org.calmanchor.annotations.HeaderOut;
import org.calmanchor.annotations.Operation;
import org.calmanchor.annotations.PortType;

/**
 * Step 5: header blocks. A parameter with {@code @Header} comes from a block of the request; a
 * {@code HeaderOut} becomes one of the answer. Both stand in the WSDL.
 */
@PortType(namespace = "urn:lanternquay:steps:headers")
public class Headers {
  /**
   * Who a pass was made out to.
   *
   * @param holder the skipper
   */
  public record Pass(String holder) {}

  /** Opens the gate for the holder of a pass. */
  @Operation
  public String openGate(
      String gate, @Header Pass pass, @Header(name = "receipt") HeaderOut<String> receipt) {
    receipt.set("gate " + gate + " for " + pass.holder());
    return "open";
  }
}
