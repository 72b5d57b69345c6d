package org.calmanchor.web;

import java.net.URI;
import java.nio.file.Path;
import org.calmanchor.core.limits.Limit;
import org.calmanchor.core.limits.Limits;
import org.calmanchor.core.running.RunningCalls;
import org.calmanchor.web.access.MessageLog;
import org.calmanchor.web.caller.TransportCallers;
import org.calmanchor.web.health.Health;
import org.calmanchor.web.http.HttpRequest;
import org.calmanchor.web.proxy.TrustedProxies;
import org.jspecify.annotations.Nullable;

/**
 * The settings of a site. Immutable.
 *
 * @param publicUrl the address under which the outside reaches it, without path, or null
 * @param boundAddress the address that the server was told to listen at, or null for loopback
 * @param pages who sees test pages
 * @param compressionRatio how many times its size a compressed message may become
 * @param checks the folder for checks that pages keep, or null for none
 * @param keepsExchanges whether pages show the last exchanges of all callers
 * @param keptExchanges how many exchanges are kept for code, each one; 0 for none but the page's
 * @param messageLog writes messages to a file; null for none
 * @param isReloaded whether services will be replaced, which pages then follow
 * @param callers finds out who calls; null if the site knows no callers
 * @param trustedProxies proxies that say where requests come from
 * @param health what the site says about itself; null if it is asked elsewhere
 * @param calls what counts and watches pages and documents, with the calls
 */
public record SiteSettings(
    @Nullable URI publicUrl,
    @Nullable String boundAddress,
    PageAccess pages,
    long compressionRatio,
    @Nullable Path checks,
    boolean keepsExchanges,
    int keptExchanges,
    @Nullable MessageLog messageLog,
    boolean isReloaded,
    @Nullable TransportCallers callers,
    TrustedProxies trustedProxies,
    @Nullable Health health,
    RunningCalls calls) {
  /** Checks that the public URL names a host. */
  public SiteSettings {
    if (publicUrl != null && publicUrl.getHost() == null) {
      throw new IllegalArgumentException(
          "the public URL \"" + publicUrl + "\" names no host; write one like https://host:8443");
    }
  }

  /** Whether the sender of a request sees test pages. */
  boolean showsPagesTo(HttpRequest request) {
    return pages.includes(request);
  }

  /** Settings of a site on loopback without pages, whose calls are counted by {@code calls}. */
  public static Builder of(RunningCalls calls) {
    return new Builder(calls);
  }

  /** Changes the settings, one after the other. Not safe for several threads. */
  public static final class Builder {
    private final RunningCalls calls;
    private @Nullable URI publicUrl;
    private @Nullable String boundAddress;
    private PageAccess pages = PageAccess.of(PageAudience.NOBODY);
    private long compressionRatio = Limits.DEFAULT.value(Limit.COMPRESSION_RATIO);
    private @Nullable Path checks;
    private boolean keepsExchanges;
    private int keptExchanges;
    private @Nullable MessageLog messageLog;
    private boolean isReloaded;
    private @Nullable TransportCallers callers;
    private TrustedProxies trustedProxies = TrustedProxies.NONE;
    private @Nullable Health health;

    private Builder(RunningCalls calls) {
      this.calls = calls;
    }

    /** Sets how the outside reaches the site, and where its server listens. */
    public Builder reachedAt(@Nullable URI publicAddress, @Nullable String bound) {
      this.publicUrl = publicAddress;
      this.boundAddress = bound;
      return this;
    }

    /** Shows test pages, with the checks of a folder. */
    public Builder pages(PageAccess access, @Nullable Path folder) {
      this.pages = access;
      this.checks = folder;
      return this;
    }

    /** Keeps the last exchanges for pages, and so many for code. */
    public Builder exchanges(boolean areKept, int count) {
      this.keepsExchanges = areKept;
      this.keptExchanges = count;
      return this;
    }

    /** Writes messages to a file; null for none. */
    public Builder messageLog(@Nullable MessageLog written) {
      this.messageLog = written;
      return this;
    }

    /** Limits how many times its size a compressed message may become. */
    public Builder compressionRatio(long most) {
      this.compressionRatio = most;
      return this;
    }

    /** Expects services to be replaced. */
    public Builder reloaded(boolean isExpected) {
      this.isReloaded = isExpected;
      return this;
    }

    /** Knows callers; null for none. */
    public Builder callers(@Nullable TransportCallers known) {
      this.callers = known;
      return this;
    }

    /** Believes proxies. */
    public Builder trustedProxies(TrustedProxies proxies) {
      this.trustedProxies = proxies;
      return this;
    }

    /** Says how it is; null if it is asked elsewhere. */
    public Builder health(@Nullable Health said) {
      this.health = said;
      return this;
    }

    /** The settings. */
    public SiteSettings build() {
      return new SiteSettings(
          publicUrl,
          boundAddress,
          pages,
          compressionRatio,
          checks,
          keepsExchanges,
          keptExchanges,
          messageLog,
          isReloaded,
          callers,
          trustedProxies,
          health,
          calls);
    }
  }
}
