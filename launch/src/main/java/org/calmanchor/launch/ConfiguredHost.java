package org.calmanchor.launch;

import java.util.Optional;
import java.util.function.UnaryOperator;
import org.calmanchor.configuration.Configuration;
import org.calmanchor.configuration.ConfigurationException;
import org.calmanchor.configuration.Settings;
import org.calmanchor.deployment.ConfiguredServices;
import org.calmanchor.host.SoapHost;
import org.calmanchor.host.Tls;
import org.calmanchor.tls.SelfSignedKeys;
import org.jspecify.annotations.Nullable;

/**
 * What a configuration says about a host: everything but the objects of its services. Immutable.
 *
 * <pre>{@code
 * Configuration configuration = ConfigurationReader.read(arguments);
 * ConfiguredHost.of(configuration).host().serve("/berths", new BerthDesk()).start();
 * }</pre>
 */
public final class ConfiguredHost {
  private final Configuration configuration;
  private final ConfiguredServices services;
  private final @Nullable Tls tls;

  private ConfiguredHost(Configuration configuration, UnaryOperator<String> passwords) {
    this.configuration = configuration;
    this.services = ConfiguredServices.of(configuration);
    this.tls = new TlsSettings(configuration, passwords).tls().orElse(null);
  }

  /**
   * Reads the files that a configuration names.
   *
   * @throws ConfigurationException when one of them is not as it has to be, or a key is encrypted
   *     and there is no {@code tls-password}
   */
  public static ConfiguredHost of(Configuration configuration) {
    return of(
        configuration,
        file -> {
          throw new ConfigurationException(
              file
                  + " is encrypted: set its password in the environment variable "
                  + Settings.TLS_PASSWORD.variable()
                  + ".");
        });
  }

  /**
   * Reads the files that a configuration names.
   *
   * @param passwords asks for the password of the key in a file, if {@code tls-password} is not set
   * @throws ConfigurationException when one of them is not as it has to be
   */
  public static ConfiguredHost of(Configuration configuration, UnaryOperator<String> passwords) {
    return new ConfiguredHost(configuration, passwords);
  }

  /** What it says about services, whatever server they run on. */
  public ConfiguredServices services() {
    return services;
  }

  /** The certificate, as PEM, that was made for this start, and that nobody else has issued. */
  public Optional<String> selfSignedCertificate() {
    return tls != null && tls.keys() instanceof SelfSignedKeys made
        ? Optional.of(made.certificate())
        : Optional.empty();
  }

  /**
   * A new host with these settings.
   *
   * @throws ConfigurationException when a value is not possible here
   */
  public SoapHost host() {
    SoapHost host = SoapHost.onPort(Math.toIntExact(configuration.value(Settings.PORT)));
    configuration.use(Settings.BIND, host::bind);
    configuration.use(Settings.HEALTH_PORT, port -> host.healthPort(Math.toIntExact(port)));
    configuration.use(Settings.DRAIN_TIME, host::drainTime);
    services.applyTo(host);
    if (tls != null) {
      host.tls(tls);
    }
    return host;
  }
}
