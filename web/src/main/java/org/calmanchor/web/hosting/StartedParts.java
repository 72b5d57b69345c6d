package org.calmanchor.web.hosting;

import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.List;
import java.util.concurrent.TimeUnit;
import org.calmanchor.core.logging.Loggable;
import org.calmanchor.core.running.RunningCalls;
import org.jspecify.annotations.Nullable;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/**
 * What a host has started and closes when it has stopped: the last part first, the objects of its
 * services before all others. Safe for several threads.
 */
final class StartedParts implements AutoCloseable {
  private static final Logger LOG = LoggerFactory.getLogger(StartedParts.class);

  /** A request that has begun has its slot after this time. */
  private static final long BEGINNING_MILLIS = 1_000;

  private static final long LOOK_MILLIS = 100;

  private final Deque<AutoCloseable> parts = new ArrayDeque<>();
  private ServiceLifecycle services = new ServiceLifecycle();

  /** Replaced ones whose calls are not over yet. */
  private final List<ServiceLifecycle> former = new ArrayList<>();

  private @Nullable RunningCalls calls;

  /** Adds a part. */
  synchronized <T extends AutoCloseable> T add(T part) {
    parts.push(part);
    return part;
  }

  /** Sets the objects of the services. */
  synchronized void services(ServiceLifecycle started, RunningCalls running) {
    this.services = started;
    this.calls = running;
  }

  /** The objects of the services. */
  synchronized ServiceLifecycle services() {
    return services;
  }

  /** Replaces the objects of the services; the former ones are closed when their calls are over. */
  synchronized void replace(ServiceLifecycle next) {
    ServiceLifecycle replaced = services;
    RunningCalls running = calls;
    services = next;
    if (running != null) {
      former.add(replaced);
      Thread thread = new Thread(() -> closeLater(replaced, next, running), "calm-anchor-former");
      thread.setDaemon(true);
      thread.start();
    }
  }

  private void closeLater(ServiceLifecycle replaced, ServiceLifecycle next, RunningCalls calls) {
    try {
      TimeUnit.MILLISECONDS.sleep(BEGINNING_MILLIS);
      List<Object> begun = calls.running();
      while (!calls.areOver(begun)) {
        TimeUnit.MILLISECONDS.sleep(LOOK_MILLIS);
      }
      replaced.closeAllBut(next);
      forget(replaced);
    } catch (InterruptedException ending) {
      Thread.currentThread().interrupt();
    }
  }

  private synchronized void forget(ServiceLifecycle closed) {
    former.remove(closed);
  }

  @Override
  public synchronized void close() {
    former.forEach(each -> each.closeAllBut(services));
    former.clear();
    services.close();
    while (!parts.isEmpty()) {
      AutoCloseable part = parts.pop();
      try {
        part.close();
      } catch (Exception failed) {
        LOG.error("a part of the host could not be closed", Loggable.failure(failed));
      }
    }
  }
}
