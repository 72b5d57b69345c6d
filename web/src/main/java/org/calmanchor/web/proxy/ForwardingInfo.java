package org.calmanchor.web.proxy;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.calmanchor.web.http.HttpRequest;
import org.jspecify.annotations.Nullable;

/**
 * What trusted proxies say of a request.
 *
 * @param address of the client; null if it is not said
 * @param scheme {@code http} or {@code https}; null if it is not said
 * @param authority what the client asked for; null if it is not said
 * @param prefix of the path, which the proxy has removed; may be empty
 */
record ForwardingInfo(
    @Nullable String address, @Nullable String scheme, @Nullable String authority, String prefix) {
  /** More proxies than any request goes through. */
  private static final int MOST = 50;

  private static final int MOST_OF_HEADER = 4_096;
  private static final Pattern PAIR =
      Pattern.compile("\\s*([A-Za-z]+)=(?:\"((?:[^\"\\\\]|\\\\.)*+)\"|([^\\s;,\"]*+))\\s*(;|,|$)");
  private static final Pattern ADDRESS =
      Pattern.compile("\\[?([0-9A-Fa-f:.]{2,45}?)\\]?(?::[0-9]{1,5}|(?<=\\]):[0-9]{1,5})?");
  private static final Pattern AUTHORITY =
      Pattern.compile("(?:[A-Za-z0-9._-]{1,253}|\\[[0-9A-Fa-f:.]{2,45}\\])(?::[0-9]{1,5})?");
  private static final Pattern PREFIX = Pattern.compile("(?:/[A-Za-z0-9._~-]+)*+/?");

  /** One proxy's word. */
  private record Hop(@Nullable String from, @Nullable String scheme, @Nullable String authority) {}

  /**
   * Reads what the proxies say.
   *
   * @param trusted the addresses of proxies; others could write anything
   * @param form the headers that count
   * @throws RefusedForwardingException when a header is malformed
   */
  static ForwardingInfo of(HttpRequest request, Set<String> trusted, ForwardingHeaders form) {
    boolean isStandard = form == ForwardingHeaders.FORWARDED;
    List<Hop> hops = isStandard ? standard(joined(request, "Forwarded")) : older(request);
    String address = null;
    String scheme = null;
    String authority = null;
    // The last proxy's word comes last. What is before the first one that is not trusted counts
    // for nothing.
    for (int i = hops.size() - 1; i >= 0; i--) {
      Hop hop = hops.get(i);
      address = hop.from() == null ? address : hop.from();
      scheme = hop.scheme() == null ? scheme : hop.scheme();
      authority = hop.authority() == null ? authority : hop.authority();
      if (hop.from() == null || !trusted.contains(hop.from())) {
        break;
      }
    }
    return new ForwardingInfo(address, scheme, authority, isStandard ? "" : prefix(request));
  }

  private static List<Hop> standard(String header) {
    List<Hop> hops = new ArrayList<>();
    Hop hop = new Hop(null, null, null);
    Matcher pairs = PAIR.matcher(header);
    int at = 0;
    while (at < header.length()) {
      if (!pairs.find(at) || pairs.start() != at || hops.size() > MOST) {
        throw RefusedForwardingException.malformed("Forwarded");
      }
      String value =
          pairs.group(2) == null ? pairs.group(3) : pairs.group(2).replaceAll("\\\\(.)", "$1");
      hop = with(hop, pairs.group(1).toLowerCase(Locale.ROOT), value);
      at = pairs.end();
      if (!pairs.group(4).equals(";")) {
        hops.add(hop);
        hop = new Hop(null, null, null);
      }
    }
    return hops;
  }

  private static Hop with(Hop hop, String name, String value) {
    return switch (name) {
      case "for" -> new Hop(address("Forwarded", value), hop.scheme(), hop.authority());
      case "proto" -> new Hop(hop.from(), scheme("Forwarded", value), hop.authority());
      case "host" -> new Hop(hop.from(), hop.scheme(), authority("Forwarded", value));
      default -> hop;
    };
  }

  private static List<Hop> older(HttpRequest request) {
    List<Hop> hops = new ArrayList<>();
    String addresses = joined(request, "X-Forwarded-For");
    if (!addresses.isEmpty()) {
      for (String each : addresses.split(",", MOST)) {
        hops.add(new Hop(address("X-Forwarded-For", each.strip()), null, null));
      }
    }
    String scheme = last(request, "X-Forwarded-Proto");
    String host = last(request, "X-Forwarded-Host");
    String port = last(request, "X-Forwarded-Port");
    if (!port.isEmpty() && !port.matches("[0-9]{1,5}")) {
      throw RefusedForwardingException.malformed("X-Forwarded-Port");
    }
    String known = scheme.isEmpty() ? null : scheme("X-Forwarded-Proto", scheme);
    String authority = host.isEmpty() ? null : authority("X-Forwarded-Host", host);
    boolean isUsual =
        port.isEmpty() || ("https".equals(known) ? port.equals("443") : port.equals("80"));
    if (authority != null && !isUsual && !authority.matches(".*:[0-9]+")) {
      authority += ":" + port;
    }
    Hop before = hops.isEmpty() ? new Hop(null, null, null) : hops.remove(hops.size() - 1);
    hops.add(new Hop(before.from(), known, authority));
    return hops;
  }

  private static String prefix(HttpRequest request) {
    String prefix = last(request, "X-Forwarded-Prefix");
    if (!PREFIX.matcher(prefix).matches()) {
      throw RefusedForwardingException.malformed("X-Forwarded-Prefix");
    }
    return prefix.endsWith("/") ? prefix.substring(0, prefix.length() - 1) : prefix;
  }

  /** The address; null for one that the proxy does not tell (RFC 7239, section 6.3). */
  private static @Nullable String address(String header, String value) {
    if (value.equalsIgnoreCase("unknown") || value.startsWith("_")) {
      return null;
    }
    Matcher address = ADDRESS.matcher(value);
    if (!address.matches()) {
      throw RefusedForwardingException.malformed(header);
    }
    return Addresses.number(address.group(1), header);
  }

  private static String scheme(String header, String value) {
    String scheme = value.toLowerCase(Locale.ROOT);
    if (!scheme.equals("http") && !scheme.equals("https")) {
      throw RefusedForwardingException.malformed(header);
    }
    return scheme;
  }

  private static String authority(String header, String value) {
    if (!AUTHORITY.matcher(value).matches()) {
      throw RefusedForwardingException.malformed(header);
    }
    return value;
  }

  private static String joined(HttpRequest request, String name) {
    String all = String.join(",", request.headers(name));
    if (all.length() > MOST_OF_HEADER) {
      throw RefusedForwardingException.malformed(name);
    }
    return all.strip();
  }

  /** The last value, which is the last proxy's. */
  private static String last(HttpRequest request, String name) {
    String all = joined(request, name);
    return all.substring(all.lastIndexOf(',') + 1).strip();
  }
}
