package org.calmanchor.web.proxy;

/**
 * In which headers trusted proxies say where a request comes from. Only one form counts: a proxy
 * that writes one of them may pass on what its client has written in the other.
 */
public enum ForwardingHeaders {
  /** {@code X-Forwarded-For}, {@code -Proto}, {@code -Host}, {@code -Port} and {@code -Prefix}. */
  X_FORWARDED,
  /** {@code Forwarded} (RFC 7239). */
  FORWARDED
}
