package org.calmanchor.web.hosting;

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

/** Starts, asks and closes the objects of services. Safe for several threads. */
final class ServiceLifecycle implements AutoCloseable {
  private static final Logger LOG = LoggerFactory.getLogger(ServiceLifecycle.class);

  private final List<Object> objects = new ArrayList<>();
  private final Set<Object> known = Collections.newSetFromMap(new IdentityHashMap<>());
  private final List<Object> open = new ArrayList<>();

  /** Adds the object of a service; once, even if it serves at several paths. */
  synchronized void add(Object service) {
    if (known.add(service)) {
      objects.add(service);
    }
  }

  /** The objects, in the order in which they were given. */
  synchronized List<Object> objects() {
    return List.copyOf(objects);
  }

  /** Those that can say that they are not ready. */
  synchronized List<Readiness> readiness() {
    return objects.stream().filter(Readiness.class::isInstance).map(Readiness.class::cast).toList();
  }

  /**
   * Starts the objects in order; if one fails, those that were started before it are closed.
   *
   * @param running has objects that serve already, which are not started again
   * @throws IllegalStateException when one fails
   */
  synchronized void start(ServiceLifecycle running) {
    List<Object> started = running.objects();
    for (Object service : objects) {
      if (started.stream().anyMatch(each -> each == service)) {
        continue;
      }
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
    open.clear();
    open.addAll(objects);
  }

  /** Closes the objects that can be closed, in the opposite order, once. */
  @Override
  public synchronized void close() {
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
  synchronized void closeAllBut(ServiceLifecycle next) {
    next.objects().forEach(kept -> open.removeIf(each -> each == kept));
    close();
  }
}
