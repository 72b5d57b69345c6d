package org.calmanchor.launch;

import java.io.IOException;
import java.net.HttpURLConnection;
import java.net.URL;
import java.nio.charset.StandardCharsets;
import java.util.List;
import org.calmanchor.annotations.Operation;
import org.calmanchor.annotations.PortType;
import org.calmanchor.configuration.Configuration;
import org.calmanchor.configuration.ServedName;
import org.calmanchor.configuration.Settings;
import org.calmanchor.core.read.ContractReader;
import org.calmanchor.deployment.BundledConfiguration;
import org.calmanchor.host.RunningHost;
import org.calmanchor.host.SoapHost;

/**
 * Loads the classes that a start and a call need, so that the JVM can keep them in an archive:
 * reads the contracts of the bundle, and serves a call. Creates no object of the bundle's services.
 */
public final class ClassArchive {
  private ClassArchive() {}

  /** A service for one call. */
  @PortType(namespace = "urn:calm-anchor:archive")
  public static final class Echo {
    /** Creates the service. */
    public Echo() {}

    /** Gives back what it got. */
    @Operation
    public String echo(String text) {
      return text;
    }
  }

  /** Runs once, and ends. */
  public static void main(String[] arguments) throws IOException {
    ClassLoader bundle = ClassArchive.class.getClassLoader();
    Configuration configuration = BundledConfiguration.read(bundle, List.of());
    for (ServedName name : configuration.find(Settings.SERVICES).orElse(List.of())) {
      try {
        ContractReader.read(Class.forName(name.className(), false, bundle));
      } catch (ClassNotFoundException | RuntimeException unfit) {
        // The start itself says what is wrong; here the other classes count.
        System.err.println(name.className() + " is not archived: " + unfit.getMessage());
      }
    }
    try (RunningHost host = SoapHost.onPort(0).serve("/echo", new Echo()).start()) {
      URL address = host.address("/echo").toURL();
      HttpURLConnection call = (HttpURLConnection) address.openConnection();
      call.setDoOutput(true);
      call.setRequestProperty("Content-Type", "text/xml");
      call.getOutputStream()
          .write(
              ("<e:Envelope xmlns:e='http://schemas.xmlsoap.org/soap/envelope/'><e:Body>"
                      + "<echo xmlns='urn:calm-anchor:archive'><text>a</text></echo>"
                      + "</e:Body></e:Envelope>")
                  .getBytes(StandardCharsets.UTF_8));
      call.getInputStream().readAllBytes();
    }
  }
}
