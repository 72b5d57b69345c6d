package org.calmanchor.launch;

import java.util.Map;
import java.util.Optional;
import java.util.function.BiConsumer;
import java.util.function.Consumer;
import java.util.function.UnaryOperator;
import org.calmanchor.callers.CallersFile;
import org.calmanchor.callers.CallersFileException;
import org.calmanchor.configuration.Configuration;
import org.calmanchor.configuration.ConfigurationException;
import org.calmanchor.configuration.Setting;
import org.calmanchor.configuration.Settings;
import org.calmanchor.core.access.Access;
import org.calmanchor.core.access.CallerSources;
import org.calmanchor.core.limits.Limit;
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
  private final @Nullable CallersFile callers;
  private final CallerSources sources;
  private final @Nullable Tls tls;

  private ConfiguredHost(Configuration configuration, UnaryOperator<String> passwords) {
    this.configuration = configuration;
    try {
      this.callers = configuration.find(Settings.CALLERS).map(CallersFile::at).orElse(null);
      boolean knowsCertificates = configuration.find(Settings.CLIENT_CA).isPresent();
      this.sources = callers == null ? CallerSources.NONE : callers.sources(knowsCertificates);
    } catch (CallersFileException wrong) {
      throw configuration.problem(Settings.CALLERS, wrong.getMessage());
    }
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

  /** By what callers are known; nothing if there is no file of callers. */
  public CallerSources callers() {
    return sources;
  }

  /**
   * Who may call, other than the code says: by "Service" for all operations of a service, or by
   * "Service.operation".
   */
  public Map<String, Access> operations() {
    return callers == null ? Map.of() : callers.operations();
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
    set(Settings.BIND, host::bind);
    set(Settings.PUBLIC_URL, host::publicUrl);
    set(Settings.TRUSTED_PROXIES, texts -> host.trustedProxies(texts.toArray(String[]::new)));
    set(Settings.PROXIES, texts -> host.proxies(texts.toArray(String[]::new)));
    set(Settings.SHARE_LOOPBACK, host::shareLoopback);
    set(Settings.TEST_PAGE, host::testPage);
    set(Settings.CHECKS, host::checks);
    set(Settings.KEEP_EXCHANGES, host::keepExchanges);
    set(Settings.LENIENT, host::lenient);
    set(Settings.HEALTH_PATH, host::healthPath);
    set(Settings.HEALTH_PORT, port -> host.healthPort(Math.toIntExact(port)));
    set(Settings.DRAIN_TIME, host::drainTime);
    set(Settings.STOP_TIME, host::stopTime);
    for (Limit limit : Limit.values()) {
      if (limit.isTime()) {
        set(Settings.timeOf(limit), value -> host.limit(limit, value));
      } else {
        set(Settings.countOf(limit), value -> host.limit(limit, value));
      }
    }
    if (callers != null) {
      host.callers(sources);
    }
    if (tls != null) {
      host.tls(tls);
    }
    applyStates(host);
    return host;
  }

  /** Tells a host which services are not listed, and which operations are switched off. */
  public void applyStates(SoapHost host) {
    set(Settings.UNLISTED, paths -> paths.forEach(host::unlisted));
    set(
        Settings.SWITCH_OFF,
        places ->
            places.forEach(
                place ->
                    split(
                        place,
                        (path, operation) -> {
                          if (operation.isEmpty()) {
                            host.switchOff(path);
                          } else {
                            host.switchOff(path, operation);
                          }
                        })));
  }

  private static void split(String place, BiConsumer<String, String> found) {
    int hash = place.indexOf('#');
    found.accept(
        hash < 0 ? place : place.substring(0, hash), hash < 0 ? "" : place.substring(hash + 1));
  }

  private <T> void set(Setting<T> setting, Consumer<T> consumer) {
    configuration
        .find(setting)
        .ifPresent(
            value -> {
              try {
                consumer.accept(value);
              } catch (IllegalArgumentException unfit) {
                throw configuration.problem(setting, unfit.getMessage() + ".");
              }
            });
  }
}
