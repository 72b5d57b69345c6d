package org.calmanchor.web;

import java.net.URI;
import java.nio.file.Path;
import org.calmanchor.core.endpoint.RunningCalls;
import org.calmanchor.web.caller.TransportCallers;
import org.calmanchor.web.proxy.TrustedProxies;
import org.jspecify.annotations.Nullable;

/**
 * The settings of a site.
 *
 * @param publicUrl the address under which the outside reaches it, without path, or null
 * @param boundAddress the address that the server was told to listen at, or null for loopback
 * @param showsPages whether services have a test page
 * @param compressionRatio how many times its size a compressed message may become
 * @param checks the folder for checks that pages keep, or null for none
 * @param keepsExchanges whether pages show the last exchanges of all callers
 * @param keptExchanges how many exchanges are kept for code, each one; 0 for none but the page's
 * @param isReloaded whether services will be replaced, which pages then follow
 * @param callers finds out who calls; null if the site knows no callers
 * @param trustedProxies proxies that say where requests come from
 * @param calls what counts and watches pages and documents, with the calls
 */
public record SiteSettings(
    @Nullable URI publicUrl,
    @Nullable String boundAddress,
    boolean showsPages,
    long compressionRatio,
    @Nullable Path checks,
    boolean keepsExchanges,
    int keptExchanges,
    boolean isReloaded,
    @Nullable TransportCallers callers,
    TrustedProxies trustedProxies,
    RunningCalls calls) {
  /** Settings of a site that knows no callers. */
  public SiteSettings(
      @Nullable URI publicUrl,
      @Nullable String boundAddress,
      boolean showsPages,
      long compressionRatio,
      @Nullable Path checks,
      boolean keepsExchanges,
      int keptExchanges,
      boolean isReloaded,
      RunningCalls calls) {
    this(
        publicUrl,
        boundAddress,
        showsPages,
        compressionRatio,
        checks,
        keepsExchanges,
        keptExchanges,
        isReloaded,
        null,
        TrustedProxies.NONE,
        calls);
  }

  /** Checks that the public URL names a host. */
  public SiteSettings {
    if (publicUrl != null && publicUrl.getHost() == null) {
      throw new IllegalArgumentException(
          "the public URL \"" + publicUrl + "\" names no host; write one like https://host:8443");
    }
  }
}
