package org.calmanchor.host;

import java.net.URI;
import java.nio.file.Path;
import java.time.Duration;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import org.calmanchor.core.access.CallerSources;
import org.calmanchor.core.endpoint.HeaderHandler;
import org.calmanchor.core.endpoint.Interceptor;
import org.calmanchor.core.lifecycle.Readiness;
import org.calmanchor.core.limits.ExemptAddresses;
import org.calmanchor.core.limits.Limits;
import org.jspecify.annotations.Nullable;

/**
 * What a host was told before its start. Its meaning is that of the methods of {@link SoapHost}.
 */
final class HostSettings {
  private static final Duration DRAIN_TIME = Duration.ofSeconds(10);
  private static final Duration STOP_TIME = Duration.ofSeconds(15);

  final int port;
  final HostedServices services = new HostedServices();
  @Nullable String bind;
  @Nullable URI publicUrl;
  @Nullable Boolean testPage;
  Limits limits = Limits.DEFAULT;
  boolean isLenient;
  final Set<String> proxies = new HashSet<>();
  final Set<String> trustedProxies = new HashSet<>();
  boolean sharesLoopback;
  @Nullable Path checks;
  boolean keepsExchanges;
  int keptExchanges;
  boolean isReloaded;
  @Nullable Tls tls;
  CallerSources callers = CallerSources.NONE;
  String healthPath = "/health";
  @Nullable Integer healthPort;
  @Nullable Duration drainTime;
  Duration stopTime = STOP_TIME;
  final List<Readiness> readiness = new ArrayList<>();
  final List<Interceptor> interceptors = new ArrayList<>();
  final List<HeaderHandler> headerHandlers = new ArrayList<>();

  HostSettings(int port) {
    this.port = port;
  }

  /** Whether only this machine can reach the host at an address. */
  boolean isPrivate(ListenAddress address) {
    return address.isLoopback() && publicUrl == null;
  }

  /** The addresses that have no limit of their own. */
  ExemptAddresses exempt() {
    return new ExemptAddresses(proxies, !sharesLoopback);
  }

  /** How long the host serves on after the process was told to end. */
  Duration drainTime(boolean isPrivate) {
    return drainTime != null ? drainTime : isPrivate ? Duration.ZERO : DRAIN_TIME;
  }
}
