package org.calmanchor.host;

import java.util.ArrayList;
import java.util.Collections;
import java.util.IdentityHashMap;
import java.util.List;
import java.util.Set;
import org.calmanchor.core.lifecycle.Readiness;
import org.calmanchor.core.lifecycle.Startable;
import org.calmanchor.core.logging.Loggable;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/** Starts, asks and closes the objects of services. Not safe for several threads. */
final class ServiceLifecycle implements AutoCloseable {
  private static final Logger LOG = LoggerFactory.getLogger(ServiceLifecycle.class);

  private final List<Object> objects = new ArrayList<>();
  private final Set<Object> known = Collections.newSetFromMap(new IdentityHashMap<>());
  private final List<Object> open = new ArrayList<>();

  /** Adds the object of a service; once, even if it serves at several paths. */
  void add(Object service) {
    if (known.add(service)) {
      objects.add(service);
    }
  }

  /** The objects, in the order in which they were given. */
  List<Object> objects() {
    return List.copyOf(objects);
  }

  /** Those that can say that they are not ready. */
  List<Readiness> readiness() {
    return objects.stream().filter(Readiness.class::isInstance).map(Readiness.class::cast).toList();
  }

  /**
   * Starts the objects in order; if one fails, those before it are closed.
   *
   * @throws IllegalStateException when one fails
   */
  void start() {
    for (Object service : objects) {
      open.add(service);
      if (service instanceof Startable startable) {
        try {
          startable.start();
        } catch (Exception failed) {
          close();
          throw new IllegalStateException(
              service.getClass().getSimpleName() + " could not start: " + failed.getMessage(),
              failed);
        }
      }
    }
  }

  /** Closes the objects that can be closed, in the opposite order, once. */
  @Override
  public void close() {
    while (!open.isEmpty()) {
      Object service = open.remove(open.size() - 1);
      if (service instanceof AutoCloseable closeable) {
        try {
          closeable.close();
        } catch (Exception failed) {
          LOG.error(
              "{} could not be closed",
              service.getClass().getSimpleName(),
              Loggable.failure(failed));
        }
      }
    }
  }

  /** Closes what {@code next} does not have, because it was replaced. */
  void closeAllBut(ServiceLifecycle next) {
    open.removeIf(next.known::contains);
    close();
  }
}
