package org.calmanchor.host;

import java.io.IOException;
import org.calmanchor.web.PageAudience;
import org.calmanchor.web.health.Health;
import org.calmanchor.web.hosting.HostSettings;
import org.calmanchor.web.hosting.HostedSite;
import org.jspecify.annotations.Nullable;

/** Starts a host: everything that its settings ask for, in order. */
final class HostStart {
  private final HostSettings<?> settings;
  private final ServerSettings server;
  private final ListenAddress address;
  private @Nullable HealthServer healthServer;
  private @Nullable HostedSite hosted;

  private HostStart(HostSettings<?> settings, ServerSettings server) {
    this.settings = settings;
    this.server = server;
    this.address = ListenAddress.of(server.bind, server.port);
  }

  /**
   * Starts a host.
   *
   * @throws RuntimeException for all that {@link SoapHost#start} documents; nothing is running then
   */
  static RunningHost of(HostSettings<?> settings, ServerSettings server) {
    NoLogWarning.printOnce();
    HostStart start = new HostStart(settings, server);
    try {
      return start.run();
    } catch (RuntimeException | Error failed) {
      start.close();
      throw failed;
    }
  }

  private RunningHost run() {
    boolean isPrivate = address.isLoopback() && !settings.isPublic();
    Health health = settings.health();
    HealthServer otherPort = healthServer(health);
    healthServer = otherPort;
    HostedSite site =
        HostedSite.of(
            settings,
            health,
            new HostedSite.Place(
                server.bind,
                isPrivate ? PageAudience.THIS_MACHINE : PageAudience.NOBODY,
                server.isReloaded,
                otherPort == null));
    hosted = site;
    SiteHandler handler =
        new SiteHandler(site, server.tls != null, new UnsentAnswers(site.limits(), site.exempt()));
    JettyServer jetty = new JettyServer(address, server.tls, handler, site.limits(), site.exempt());
    site.start();
    try {
      jetty.start();
    } catch (IOException failed) {
      throw address.refused(failed);
    }
    site.serving();
    return new RunningHost(
        jetty,
        handler,
        new RunningHost.Place(address.address(), server.tls != null, isPrivate, otherPort),
        new RunningHost.Ending(server.drainTime(isPrivate), settings.stopTime()));
  }

  private @Nullable HealthServer healthServer(Health health) {
    Integer port = server.healthPort;
    if (port == null) {
      return null;
    }
    if (port != 0 && port == server.port) {
      throw new IllegalArgumentException(
          "health-port: "
              + port
              + " is the port for calls. Leave it out to have health there, or choose another one.");
    }
    HealthServer server = new HealthServer(new ListenAddress(address.address(), port), health);
    server.start();
    return server;
  }

  /** Closes what was started, because the rest could not be. */
  private void close() {
    if (hosted != null) {
      hosted.close();
    }
    if (healthServer != null) {
      healthServer.close();
    }
  }
}
