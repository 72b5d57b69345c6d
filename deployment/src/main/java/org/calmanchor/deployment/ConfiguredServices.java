package org.calmanchor.deployment;

import java.net.URI;
import java.nio.file.Path;
import java.security.cert.X509Certificate;
import java.util.Collection;
import java.util.List;
import java.util.Map;
import java.util.ServiceConfigurationError;
import java.util.ServiceLoader;
import java.util.function.BiConsumer;
import org.calmanchor.callers.CallersFile;
import org.calmanchor.callers.CallersFileException;
import org.calmanchor.configuration.Configuration;
import org.calmanchor.configuration.ConfigurationException;
import org.calmanchor.configuration.Setting;
import org.calmanchor.configuration.Settings;
import org.calmanchor.configuration.Source;
import org.calmanchor.core.access.Access;
import org.calmanchor.core.access.CallerSources;
import org.calmanchor.core.keys.Certificates;
import org.calmanchor.core.keys.KeysException;
import org.calmanchor.core.limits.Limit;
import org.calmanchor.core.stores.HostStores;
import org.calmanchor.core.stores.StoresProvider;
import org.calmanchor.web.PageAudience;
import org.calmanchor.web.access.AccessLog;
import org.calmanchor.web.hosting.HostSettings;
import org.calmanchor.web.hosting.MetricsProvider;
import org.calmanchor.web.proxy.ForwardingHeaders;
import org.jspecify.annotations.Nullable;

/**
 * What a configuration says about services, whatever server they run on: everything but the objects
 * of the services, and the port and the keys of a server. Immutable.
 */
public final class ConfiguredServices {
  /** What only a server of its own can be told. */
  private static final List<Setting<?>> OF_SERVER =
      List.of(
          Settings.PORT,
          Settings.BIND,
          Settings.HEALTH_PORT,
          Settings.DRAIN_TIME,
          Settings.TLS,
          Settings.TLS_STORE,
          Settings.TLS_SELF_SIGNED,
          Settings.TLS_PASSWORD,
          Settings.HSTS,
          Settings.CLIENT_CA,
          Settings.CLIENT_CERTIFICATES,
          Settings.CONTROL_SOCKET,
          Settings.KEEP_SWITCHES,
          Settings.timeOf(Limit.IDLE_TIME),
          Settings.countOf(Limit.HEADER_BYTES),
          Settings.countOf(Limit.CONNECTIONS),
          Settings.countOf(Limit.CONNECTIONS_PER_ADDRESS),
          Settings.countOf(Limit.STREAMS));

  private final Configuration configuration;
  private final @Nullable CallersFile callers;
  private final CallerSources sources;

  private ConfiguredServices(Configuration configuration) {
    this.configuration = configuration;
    try {
      this.callers = configuration.find(Settings.CALLERS).map(CallersFile::at).orElse(null);
      boolean knowsCertificates =
          configuration.find(Settings.CLIENT_CA).isPresent()
              || configuration.find(Settings.PROXY_CLIENT_CA).isPresent();
      this.sources = callers == null ? CallerSources.NONE : callers.sources(knowsCertificates);
    } catch (CallersFileException wrong) {
      throw configuration.problem(Settings.CALLERS, wrong.getMessage());
    }
  }

  /**
   * Reads the files that a configuration names.
   *
   * @throws ConfigurationException when one of them is not as it has to be
   */
  public static ConfiguredServices of(Configuration configuration) {
    return new ConfiguredServices(configuration);
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

  /** Whether only a server of its own can be told a setting. */
  public static boolean isOfServer(Setting<?> setting) {
    return OF_SERVER.contains(setting);
  }

  /** The settings that were given, but that only a server of its own can be told. */
  public static List<Setting<?>> ofServer(Configuration configuration) {
    return OF_SERVER.stream()
        .filter(each -> configuration.source(each).kind() != Source.Kind.DEFAULT)
        .toList();
  }

  /**
   * Tells a host everything that any server can do.
   *
   * @throws ConfigurationException when a value is not possible here
   */
  public void applyTo(HostSettings<?> host) {
    configuration.use(Settings.PUBLIC_URL, host::publicUrl);
    configuration.use(
        Settings.SECRET_NAMES, names -> host.secretNames(names.toArray(String[]::new)));
    configuration.use(
        Settings.TRUSTED_PROXIES, texts -> host.trustedProxies(texts.toArray(String[]::new)));
    configuration.use(
        Settings.FORWARDING_HEADERS,
        form -> host.forwardingHeaders(ForwardingHeaders.valueOf(form.name())));
    configuration.use(
        Settings.PROXY_CLIENT_CA, file -> host.proxyClientAuthorities(authorities(file)));
    configuration.use(Settings.PROXIES, texts -> host.proxies(texts.toArray(String[]::new)));
    configuration.use(Settings.SHARE_LOOPBACK, host::shareLoopback);
    configuration.use(Settings.TEST_PAGE, who -> host.testPage(PageAudience.valueOf(who.name())));
    configuration.use(Settings.CHECKS, host::checks);
    configuration.use(Settings.KEEP_EXCHANGES, host::keepExchanges);
    configuration.use(
        Settings.LOG_CALLS,
        which -> {
          if (which != Settings.LoggedCalls.NONE) {
            host.logCalls(which == Settings.LoggedCalls.ALL);
          }
        });
    configuration.use(Settings.ACCESS_LOG, file -> host.accessLog(file, accessLogForm()));
    configuration.use(
        Settings.MESSAGE_LOG,
        file -> host.messageLog(file, configuration.value(Settings.MESSAGE_LOG_ONE_IN)));
    configuration.use(
        Settings.METRICS,
        isOn -> {
          if (isOn) {
            addMetrics(host);
          }
        });
    configuration.use(Settings.REDIS, server -> host.stores(stores(server)));
    configuration.use(Settings.LENIENT, host::lenient);
    configuration.use(Settings.HEALTH_PATH, host::healthPath);
    configuration.use(Settings.STOP_TIME, host::stopTime);
    for (Limit limit : Limit.values()) {
      if (limit.isTime()) {
        configuration.use(Settings.timeOf(limit), value -> host.limit(limit, value));
      } else {
        configuration.use(Settings.countOf(limit), value -> host.limit(limit, value));
      }
    }
    if (callers != null) {
      host.callers(sources);
    }
    applyStates(host);
  }

  private Collection<X509Certificate> authorities(Path file) {
    if (configuration.find(Settings.TRUSTED_PROXIES).isEmpty()) {
      throw configuration.problem(
          Settings.PROXY_CLIENT_CA, "name the proxies that pass them on, with trusted-proxies.");
    }
    try {
      return Certificates.at(file);
    } catch (KeysException unusable) {
      throw configuration.problem(Settings.PROXY_CLIENT_CA, unusable.sentence());
    }
  }

  private void addMetrics(HostSettings<?> host) {
    try {
      metrics().addTo(host);
    } catch (NoClassDefFoundError | ServiceConfigurationError missing) {
      throw configuration.problem(
          Settings.METRICS,
          "add micrometer-registry-prometheus and prometheus-metrics-exposition-textformats to the"
              + " class path for it.");
    }
  }

  private MetricsProvider metrics() {
    return ServiceLoader.load(MetricsProvider.class, ConfiguredServices.class.getClassLoader())
        .findFirst()
        .orElseThrow(
            () ->
                configuration.problem(
                    Settings.METRICS, "add calm-anchor-metrics to the class path for it."));
  }

  private HostStores stores(URI server) {
    try {
      return ServiceLoader.load(StoresProvider.class, ConfiguredServices.class.getClassLoader())
          .findFirst()
          .orElseThrow(
              () ->
                  configuration.problem(
                      Settings.REDIS, "add calm-anchor-nodes to the class path for it."))
          .at(
              server,
              configuration.find(Settings.REDIS_PASSWORD).orElse(""),
              configuration.value(Settings.REDIS_NAMESPACE));
    } catch (IllegalArgumentException wrong) {
      throw configuration.problem(Settings.REDIS, wrong.getMessage());
    }
  }

  private AccessLog.Form accessLogForm() {
    return AccessLog.Form.valueOf(configuration.value(Settings.ACCESS_LOG_FORM).name());
  }

  /** Tells a host which services are not listed, and which operations are switched off. */
  public void applyStates(HostSettings<?> host) {
    configuration.use(Settings.UNLISTED, paths -> paths.forEach(host::unlisted));
    configuration.use(
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
}
