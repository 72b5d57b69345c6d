package org.calmanchor.host;

import java.time.Duration;
import org.jspecify.annotations.Nullable;

/**
 * What the server of a host was told before its start. Its meaning is that of the methods of {@link
 * SoapHost}.
 */
final class ServerSettings {
  private static final Duration DRAIN_TIME = Duration.ofSeconds(10);

  final int port;
  @Nullable String bind;
  boolean isReloaded;
  @Nullable Tls tls;
  @Nullable Integer healthPort;
  @Nullable Duration drainTime;

  ServerSettings(int port) {
    this.port = port;
  }

  /** How long the host serves on after the process was told to end. */
  Duration drainTime(boolean isPrivate) {
    return drainTime != null ? drainTime : isPrivate ? Duration.ZERO : DRAIN_TIME;
  }
}
