package org.calmanchor.client;

import java.net.CookieHandler;
import java.net.CookieManager;
import java.net.URI;
import java.net.http.HttpClient;
import java.time.Duration;
import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.Map;
import org.calmanchor.core.access.ClientCredentials;
import org.calmanchor.core.limits.Limits;
import org.calmanchor.core.model.SoapVersion;
import org.calmanchor.core.usernametoken.UsernameTokenWriter;
import org.calmanchor.core.xml.MessageOpener;
import org.jspecify.annotations.Nullable;

/** How calls are made. Immutable. */
final class CallSettings {
  private static final String AUTHORIZATION = "Authorization";
  private static final Duration PATIENCE = Duration.ofSeconds(60);

  private final URI address;
  private final SoapVersion version;
  private final Duration timeout;
  private final Map<String, String> headers;
  private final @Nullable UsernameTokenWriter usernameToken;
  private final boolean gzips;
  private final Limits limits;
  private final HttpClient http;
  private final MessageOpener inputs;
  private final @Nullable CookieHandler cookies;

  CallSettings(
      URI address,
      SoapVersion version,
      Duration timeout,
      Map<String, String> headers,
      @Nullable UsernameTokenWriter usernameToken,
      boolean gzips,
      Limits limits,
      HttpClient http,
      MessageOpener inputs,
      @Nullable CookieHandler cookies) {
    this.address = address;
    this.version = version;
    this.timeout = timeout;
    this.headers = Collections.unmodifiableMap(new LinkedHashMap<>(headers));
    this.usernameToken = usernameToken;
    this.gzips = gzips;
    this.limits = limits;
    this.http = http;
    this.inputs = inputs;
    this.cookies = cookies;
  }

  /** The settings of a client that has changed none. */
  static CallSettings of(URI address, SoapVersion version) {
    HttpClient http =
        HttpClient.newBuilder()
            .version(HttpClient.Version.HTTP_1_1)
            .connectTimeout(Duration.ofSeconds(10))
            .build();
    return new CallSettings(
        address,
        version,
        PATIENCE,
        Map.of(),
        null,
        false,
        Limits.DEFAULT,
        http,
        Limits.DEFAULT.inputs(false),
        null);
  }

  CallSettings with(URI changed) {
    return new CallSettings(
        changed, version, timeout, headers, usernameToken, gzips, limits, http, inputs, cookies);
  }

  CallSettings with(SoapVersion changed) {
    return new CallSettings(
        address, changed, timeout, headers, usernameToken, gzips, limits, http, inputs, cookies);
  }

  /** Refuses a timeout that is not positive. */
  CallSettings withTimeout(Duration changed) {
    if (changed.isNegative() || changed.isZero()) {
      throw new IllegalArgumentException("a timeout is more than nothing, not " + changed);
    }
    return new CallSettings(
        address, version, changed, headers, usernameToken, gzips, limits, http, inputs, cookies);
  }

  /** Replaces the credentials, those that a header has, too. */
  CallSettings with(ClientCredentials changed) {
    Map<String, String> others = new LinkedHashMap<>(headers);
    others.remove(AUTHORIZATION);
    changed.authorization().ifPresent(value -> others.put(AUTHORIZATION, value));
    UsernameTokenWriter writer =
        changed instanceof ClientCredentials.UsernameToken token
            ? UsernameTokenWriter.of(token)
            : null;
    return new CallSettings(
        address, version, timeout, others, writer, gzips, limits, http, inputs, cookies);
  }

  /** Writes the username token of a message; null for none. */
  @Nullable UsernameTokenWriter usernameToken() {
    return usernameToken;
  }

  CallSettings withHeader(String name, String value) {
    Map<String, String> changed = new LinkedHashMap<>(headers);
    changed.put(name, value);
    return new CallSettings(
        address, version, timeout, changed, usernameToken, gzips, limits, http, inputs, cookies);
  }

  CallSettings withGzip(boolean changed) {
    return new CallSettings(
        address, version, timeout, headers, usernameToken, changed, limits, http, inputs, cookies);
  }

  CallSettings with(Limits changed) {
    return new CallSettings(
        address,
        version,
        timeout,
        headers,
        usernameToken,
        gzips,
        changed,
        http,
        changed.inputs(false),
        cookies);
  }

  /** Refuses a client that would send messages to addresses that nobody chose. */
  CallSettings with(HttpClient changed) {
    if (changed.followRedirects() != HttpClient.Redirect.NEVER) {
      throw new IllegalArgumentException(
          "the HTTP client follows redirects, so messages and credentials could go to any address;"
              + " leave followRedirects out");
    }
    return new CallSettings(
        address, version, timeout, headers, usernameToken, gzips, limits, changed, inputs, cookies);
  }

  /** Keeps the cookies of the service from now on, and none of before. */
  CallSettings withSession() {
    return new CallSettings(
        address,
        version,
        timeout,
        headers,
        usernameToken,
        gzips,
        limits,
        http,
        inputs,
        new CookieManager());
  }

  /** What keeps cookies; null if nothing does. */
  @Nullable CookieHandler cookies() {
    return cookies;
  }

  URI address() {
    return address;
  }

  SoapVersion version() {
    return version;
  }

  Duration timeout() {
    return timeout;
  }

  Map<String, String> headers() {
    return headers;
  }

  boolean gzips() {
    return gzips;
  }

  Limits limits() {
    return limits;
  }

  HttpClient http() {
    return http;
  }

  MessageOpener inputs() {
    return inputs;
  }
}
