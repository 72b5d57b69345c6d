package org.calmanchor.core.lifecycle;

/**
 * A service that has something to do before the first call. Its host starts the services in the
 * order in which they were given, before it listens. When it has stopped, it closes those that are
 * {@link AutoCloseable}, in the opposite order.
 */
@FunctionalInterface
public interface Startable {
  /**
   * Prepares the service; called once.
   *
   * @throws Exception when it cannot serve; then the host does not start
   */
  void start() throws Exception;
}
