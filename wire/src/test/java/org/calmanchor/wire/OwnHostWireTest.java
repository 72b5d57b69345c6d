package org.calmanchor.wire;

import java.nio.file.Path;
import org.calmanchor.configuration.Configuration;
import org.calmanchor.configuration.ConfigurationReader;
import org.calmanchor.configuration.Settings;
import org.calmanchor.deployment.ServedClasses;
import org.calmanchor.host.RunningHost;
import org.calmanchor.host.SoapHost;
import org.calmanchor.launch.ConfiguredHost;

/** The host with a server of its own. */
final class OwnHostWireTest extends WireSuite {
  @Override
  Server start(Path folder) {
    Configuration configuration =
        new ConfigurationReader()
            .code(Settings.PORT, "0")
            .file(folder.resolve("calm-anchor.yaml"))
            .read();
    ConfiguredHost configured = ConfiguredHost.of(configuration);
    SoapHost host = configured.host();
    ServedClasses.read(
            ServedClasses.wanted(configuration, getClass().getClassLoader()), configured.services())
        .addTo(host);
    RunningHost running = host.start();
    return new Server(running.address(""), running);
  }
}
