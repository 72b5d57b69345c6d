package org.calmanchor.host;

import java.util.concurrent.atomic.LongAdder;
import org.calmanchor.host.http2.Http2Drain;
import org.eclipse.jetty.util.component.Graceful;
import org.jspecify.annotations.Nullable;

/**
 * The requests whose answers are not yet sent, which the server waits for when it stops. They are
 * counted apart by thread: one counter for all would be what they wait for under load.
 */
final class RunningRequests extends Graceful.Shutdown {
  private final LongAdder open = new LongAdder();
  private final LongAdder undelivered = new LongAdder();
  private volatile boolean isStopping;
  private volatile @Nullable Http2Drain draining;

  RunningRequests() {
    super("the requests that run");
  }

  /**
   * Registers a request, so that shutdown waits for it.
   *
   * @param parts how many times {@link #ended} will be called for it
   */
  void begun(int parts) {
    open.add(parts);
  }

  /** Records that a part of a request has ended. */
  void ended() {
    open.decrement();
    if (isShutdown()) {
      check();
    }
  }

  /** From now on connections of HTTP/2 are told to go away, and lost answers are counted. */
  void drain(Http2Drain http2) {
    draining = http2;
  }

  /** What is told of each answer while the host drains; null before. */
  @Nullable Http2Drain draining() {
    return draining;
  }

  /** Records that an answer could not be sent in full while the host drains. */
  void lose() {
    undelivered.increment();
  }

  /** How many answers could not be sent in full while the host drained. */
  long undeliveredCount() {
    return undelivered.sum();
  }

  /** From now on answers ask their clients to close the connection. */
  void stopping() {
    isStopping = true;
  }

  /** Whether answers ask their clients to close the connection. */
  boolean isStopping() {
    return isStopping;
  }

  /** Whether no request runs, and no answer waits for its reader. */
  boolean areOver() {
    return open.sum() == 0;
  }

  @Override
  public boolean isShutdownDone() {
    return areOver();
  }
}
