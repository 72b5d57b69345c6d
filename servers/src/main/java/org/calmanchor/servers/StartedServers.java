package org.calmanchor.servers;

import java.util.ArrayDeque;
import java.util.Deque;

/**
 * Servers and folders that end together, the last one first: when this is closed, or when this
 * process ends.
 */
public final class StartedServers implements AutoCloseable {
  private final Deque<AutoCloseable> started = new ArrayDeque<>();
  private boolean isClosed;

  /** Creates it without servers. */
  public StartedServers() {
    Runtime.getRuntime().addShutdownHook(new Thread(this::close, "calm-anchor-servers"));
  }

  /** Adds one, and returns it. */
  public synchronized <T extends AutoCloseable> T add(T server) {
    started.push(server);
    if (isClosed) {
      close();
      throw new IllegalStateException("all servers were closed meanwhile");
    }
    return server;
  }

  /**
   * Closes all; one that fails does not keep others from it.
   *
   * @throws IllegalStateException if one could not be closed, when all others are
   */
  @Override
  public synchronized void close() {
    isClosed = true;
    IllegalStateException all = null;
    while (!started.isEmpty()) {
      try {
        started.pop().close();
      } catch (Exception failed) {
        if (all == null) {
          all = new IllegalStateException("not everything could be closed", failed);
        } else {
          all.addSuppressed(failed);
        }
      }
    }
    if (all != null) {
      throw all;
    }
  }
}
