package harbor;

import java.math.BigDecimal;
import org.calmanchor.configuration.Configuration;
import org.calmanchor.configuration.ConfigurationReader;
import org.calmanchor.host.RunningHost;
import org.calmanchor.launch.ConfiguredHost;

/** Makes the service with what it needs, and hosts it as the configuration says. */
public final class Main {
  private Main() {}

  public static void main(String[] arguments) throws InterruptedException {
    Configuration configuration = ConfigurationReader.read(arguments);
    Tariff winter = new Tariff(new BigDecimal("21.00"));
    try (RunningHost host =
        ConfiguredHost.of(configuration).host().serve("/berths", new BerthDesk(winter)).start()) {
      System.out.println("The berth desk is at " + host.address("/berths"));
      host.awaitClose();
    }
  }
}
