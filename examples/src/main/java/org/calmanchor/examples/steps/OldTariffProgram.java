package org.calmanchor.examples.steps;

import java.util.Map;
import org.calmanchor.client.DynamicClient;
import org.calmanchor.core.read.Description;
import org.calmanchor.core.reading.Reading;
import org.calmanchor.host.RunningHost;
import org.calmanchor.host.SoapHost;

/**
 * Step 8: a class that cannot be edited is described beside it; {@code calm-anchor draft
 * description} writes such a description. The program hosts it, calls it, and ends.
 */
public final class OldTariffProgram {
  private OldTariffProgram() {}

  /** Prints the answer of the old class. */
  public static void main(String[] arguments) {
    Reading tariff =
        Description.of(OldTariff.class, "urn:lanternquay:steps:tariff")
            .operation("priceOf", method -> method.parameters("metres"))
            .read();
    try (RunningHost host = SoapHost.onPort(0).serve("/tariff", tariff, new OldTariff()).start()) {
      DynamicClient client = DynamicClient.of(tariff.contract(), host.address("/tariff"));
      System.out.println(client.call("priceOf", Map.of("metres", "12"), Map.of()).outcome());
    }
  }
}
