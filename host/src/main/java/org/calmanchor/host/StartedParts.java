package org.calmanchor.host;

import java.util.ArrayDeque;
import java.util.Deque;
import java.util.List;
import java.util.concurrent.TimeUnit;
import org.calmanchor.core.endpoint.RunningCalls;
import org.calmanchor.core.logging.Loggable;
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
  private @Nullable ServiceLifecycle services;
  private @Nullable RunningCalls calls;

  /** Adds a part. */
  synchronized <T extends AutoCloseable> T add(T part) {
    parts.push(part);
    return part;
  }

  /** Sets the objects of the services, which were started. */
  synchronized void services(ServiceLifecycle started, RunningCalls running) {
    this.services = started;
    this.calls = running;
  }

  /** Replaces the objects of the services; the former ones are closed when their calls are over. */
  synchronized void replace(ServiceLifecycle next) {
    ServiceLifecycle former = services;
    RunningCalls running = calls;
    services = next;
    if (former != null && running != null) {
      Thread thread = new Thread(() -> closeLater(former, next, running), "calm-anchor-former");
      thread.setDaemon(true);
      thread.start();
    }
  }

  private static void closeLater(
      ServiceLifecycle former, ServiceLifecycle next, RunningCalls calls) {
    try {
      TimeUnit.MILLISECONDS.sleep(BEGINNING_MILLIS);
      List<Object> begun = calls.running();
      while (!calls.areOver(begun)) {
        TimeUnit.MILLISECONDS.sleep(LOOK_MILLIS);
      }
      former.closeAllBut(next);
    } catch (InterruptedException ending) {
      Thread.currentThread().interrupt();
    }
  }

  @Override
  public synchronized void close() {
    if (services != null) {
      services.close();
    }
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
