package org.calmanchor.spring;

import org.calmanchor.servlet.ServletHost;

/**
 * A bean that tells the host more than properties can: limits, interceptors, who knows callers,
 * services that are no beans.
 */
@FunctionalInterface
public interface ServletHostCustomizer {
  /** Changes the settings, after the properties and before the host is made. */
  void customize(ServletHost host);
}
