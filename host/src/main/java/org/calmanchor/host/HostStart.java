package org.calmanchor.host;

import java.io.IOException;
import org.calmanchor.core.access.CallerSources;
import org.calmanchor.core.access.CallerVerification;
import org.calmanchor.core.access.UsernameTokenSettings;
import org.calmanchor.core.endpoint.EndpointSettings;
import org.calmanchor.core.endpoint.RunningCalls;
import org.calmanchor.core.limits.ExemptAddresses;
import org.calmanchor.core.limits.Limit;
import org.calmanchor.core.usernametoken.UsernameTokens;
import org.calmanchor.web.Site;
import org.calmanchor.web.SiteSettings;
import org.calmanchor.web.caller.TransportCallers;
import org.calmanchor.web.health.Health;
import org.calmanchor.web.proxy.TrustedProxies;
import org.jspecify.annotations.Nullable;

/** Starts a host: everything that its settings ask for, in order. */
final class HostStart {
  private final HostSettings settings;
  private final StartedParts parts = new StartedParts();

  private HostStart(HostSettings settings) {
    this.settings = settings;
  }

  /**
   * Starts a host.
   *
   * @throws RuntimeException for all that {@link SoapHost#start} documents; nothing is running then
   */
  static RunningHost of(HostSettings settings) {
    return new HostStart(settings).run();
  }

  private RunningHost run() {
    NoLogWarning.printOnce();
    settings.services.requireStates();
    ListenAddress address = ListenAddress.of(settings.bind, settings.port);
    if (!settings.callers.isAny()) {
      settings.services.requireNoCallers();
    }
    try {
      return started(address);
    } catch (RuntimeException | Error failed) {
      parts.close();
      throw failed;
    }
  }

  /** Starts everything in order; what is in {@code parts} has to be closed if that fails. */
  private RunningHost started(ListenAddress address) {
    boolean isPrivate = settings.isPrivate(address);
    ExemptAddresses exempt = settings.exempt();
    ServiceLifecycle lifecycle = settings.services.lifecycle();
    Health health = new Health(settings.healthPath, BuildInfo.of(lifecycle.objects()));
    health.alsoAsks(settings.readiness);
    HealthServer healthServer = healthServer(address, health);
    RunningCalls calls = parts.add(RunningCalls.watched(settings.limits, exempt));
    CallerSources callers = settings.callers;
    CallerVerification verification =
        callers.isAny() ? parts.add(new CallerVerification(callers, exempt)) : null;
    EndpointSettings serving = serving(verification, calls);
    SiteSettings site =
        site(isPrivate, verification, calls).health(healthServer == null ? health : null).build();
    SiteHandler handler =
        new SiteHandler(
            new Site(settings.services.with(serving), site),
            settings.tls != null,
            new UnsentAnswers(settings.limits, exempt));
    JettyServer server = new JettyServer(address, settings.tls, handler, settings.limits, exempt);
    lifecycle.start(new ServiceLifecycle());
    parts.services(lifecycle, calls);
    try {
      server.start();
    } catch (IOException failed) {
      throw address.refused(failed);
    }
    health.serving(lifecycle.readiness());
    return new RunningHost(
        server,
        handler,
        new RunningHost.Place(address.address(), settings.tls != null, isPrivate, healthServer),
        serving,
        new RunningHost.Ending(health, settings.drainTime(isPrivate), settings.stopTime, parts));
  }

  private @Nullable HealthServer healthServer(ListenAddress address, Health health) {
    Integer port = settings.healthPort;
    if (port == null) {
      return null;
    }
    if (port != 0 && port == settings.port) {
      throw new IllegalArgumentException(
          "health-port: "
              + port
              + " is the port for calls. Leave it out to have health there, or choose another one.");
    }
    HealthServer server =
        parts.add(new HealthServer(new ListenAddress(address.address(), port), health));
    server.start();
    return server;
  }

  private SiteSettings.Builder site(
      boolean isPrivate, @Nullable CallerVerification verification, RunningCalls calls) {
    Boolean testPage = settings.testPage;
    return SiteSettings.of(calls)
        .reachedAt(settings.publicUrl, settings.bind)
        .pages(testPage == null ? isPrivate : testPage, settings.checks)
        .exchanges(settings.keepsExchanges, settings.keptExchanges)
        .compressionRatio(settings.limits.value(Limit.COMPRESSION_RATIO))
        .reloaded(settings.isReloaded)
        .callers(verification == null ? null : new TransportCallers(verification))
        .trustedProxies(new TrustedProxies(settings.trustedProxies));
  }

  private EndpointSettings serving(@Nullable CallerVerification verification, RunningCalls calls) {
    UsernameTokenSettings tokens = settings.callers.usernameTokens();
    return new EndpointSettings(
        settings.limits,
        settings.isLenient,
        settings.interceptors,
        settings.headerHandlers,
        settings.callers,
        verification == null || tokens == null ? null : new UsernameTokens(tokens, verification),
        calls);
  }

  /**
   * Serves other services on a running host from now on.
   *
   * @throws RuntimeException when they cannot be served; the former ones go on then
   */
  static void replace(RunningHost running, HostSettings settings, String changes) {
    HostedServices services = settings.services;
    services.requireStates();
    if (!running.serving().callers().isAny()) {
      services.requireNoCallers();
    }
    ServiceLifecycle former = running.lifecycle();
    services.lifecycle().start(former);
    try {
      running.reload(services.with(running.serving()), services.lifecycle(), changes);
    } catch (RuntimeException | Error failed) {
      services.lifecycle().closeAllBut(former);
      throw failed;
    }
  }
}
