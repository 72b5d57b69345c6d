package org.calmanchor.host;

import java.util.concurrent.LinkedBlockingQueue;
import org.eclipse.jetty.util.thread.QueuedThreadPool;

/** Makes the pools of threads of servers. */
final class ServerThreads {
  private static final int IDLE_MILLIS = 60_000;

  private ServerThreads() {}

  /**
   * A pool with a queue of the JDK. The queue that the pool makes by itself asks the JVM's
   * management for its layout of memory, and so starts all of that: a quarter of a second of
   * processor time at each start.
   */
  static QueuedThreadPool pool(int most, int least) {
    return new QueuedThreadPool(most, least, IDLE_MILLIS, new LinkedBlockingQueue<>());
  }
}
