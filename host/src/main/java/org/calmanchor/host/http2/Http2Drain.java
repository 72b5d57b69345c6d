package org.calmanchor.host.http2;

import java.time.Duration;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicBoolean;
import org.calmanchor.core.logging.Loggable;
import org.eclipse.jetty.http2.HTTP2Connection;
import org.eclipse.jetty.http2.HTTP2Session;
import org.eclipse.jetty.http2.frames.GoAwayFrame;
import org.eclipse.jetty.io.Connection;
import org.eclipse.jetty.io.ssl.SslConnection;
import org.eclipse.jetty.server.ServerConnector;
import org.eclipse.jetty.util.Callback;
import org.jspecify.annotations.Nullable;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/**
 * Lets connections of HTTP/2 end while a host drains (RFC 9113, section 6.8). Some clients give up
 * all their streams when they read GOAWAY, whatever it says, so a connection gets this frame at the
 * first moment without open streams. A client that opens new streams all the time may leave no such
 * moment: from half of the drain time on it gets the frame in two steps, the first one without a
 * limit, and the second one when the streams that are open then are answered. Safe for any number
 * of threads.
 */
public final class Http2Drain {
  private static final Logger LOG = LoggerFactory.getLogger(Http2Drain.class);

  private static final long LOOK_MILLIS = 10;

  private final ServerConnector connector;
  private final long halfNanos;
  private final long began = System.nanoTime();
  private final Map<HTTP2Session, Leaving> sessions = new ConcurrentHashMap<>();

  /**
   * A connection while the host drains.
   *
   * @param openedBefore how many streams had been opened when the host began to drain
   * @param isTold whether it got the frame
   */
  private record Leaving(long openedBefore, AtomicBoolean isTold) {}

  private Http2Drain(ServerConnector connector, Duration drainTime) {
    this.connector = connector;
    this.halfNanos = drainTime.toNanos() / 2;
  }

  /** Begins to drain the connections of {@code connector}, until it is stopped. */
  public static Http2Drain begin(ServerConnector connector, Duration drainTime) {
    Http2Drain begun = new Http2Drain(connector, drainTime);
    begun.look();
    return begun;
  }

  private void look() {
    try {
      connector.getConnectedEndPoints().forEach(each -> consider(each.getConnection()));
    } catch (RuntimeException failed) {
      LOG.error("a connection could not be told to go away", Loggable.failure(failed));
    }
    connector.getScheduler().schedule(this::look, LOOK_MILLIS, TimeUnit.MILLISECONDS);
  }

  /** Tells a connection to go away if it is time, such as after the last answer on it. */
  public void consider(@Nullable Connection connection) {
    if (connection instanceof SslConnection encrypted) {
      consider(encrypted.getSslEndPoint().getConnection());
    } else if (connection instanceof HTTP2Connection http2) {
      HTTP2Session session = http2.getSession();
      Leaving leaving =
          sessions.computeIfAbsent(
              session, one -> new Leaving(one.getStreamsOpened(), new AtomicBoolean()));
      if (!leaving.isTold.get() && isTime(session, leaving)) {
        tell(session, leaving);
      }
    }
  }

  private boolean isTime(HTTP2Session session, Leaving leaving) {
    long opened = session.getStreamsOpened();
    if (session.getStreams().isEmpty()) {
      // A new connection may have its first request; a quiet one ends by its idle time.
      return opened > 0;
    }
    return opened > leaving.openedBefore && System.nanoTime() - began >= halfNanos;
  }

  private static void tell(HTTP2Session session, Leaving leaving) {
    if (leaving.isTold.compareAndSet(false, true)) {
      session.goAway(GoAwayFrame.GRACEFUL, Callback.NOOP);
    }
  }
}
