package org.calmanchor.host;

import java.io.IOException;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.calmanchor.core.limits.AddressGroup;
import org.eclipse.jetty.http2.ErrorCode;
import org.eclipse.jetty.http2.HTTP2Connection;
import org.eclipse.jetty.http2.HTTP2Session;
import org.eclipse.jetty.io.AbstractEndPoint;
import org.eclipse.jetty.io.Connection;
import org.eclipse.jetty.io.EndPoint;
import org.eclipse.jetty.io.SocketChannelEndPoint;
import org.eclipse.jetty.io.ssl.SslConnection;
import org.eclipse.jetty.util.Callback;
import org.jspecify.annotations.Nullable;

/**
 * Closes connections on which nothing happens, so that others find room: those of the address that
 * has most, first those that never sent a request, then those that are idle for the longest time.
 */
final class IdleConnections {
  /** A client may be about to use a connection again. */
  private static final long LEAST_IDLE_MILLIS = 5_000;

  private IdleConnections() {}

  /**
   * Closes some, if there are any that may be closed.
   *
   * @param all open connections with their addresses
   * @param count how many to close
   * @return how many were closed
   */
  static int close(Map<EndPoint, String> all, int count) {
    Map<String, List<EndPoint>> byAddress =
        all.entrySet().stream()
            .collect(
                Collectors.groupingBy(
                    each -> AddressGroup.of(each.getValue()),
                    Collectors.mapping(Map.Entry::getKey, Collectors.toList())));
    List<EndPoint> chosen =
        byAddress.values().stream()
            .sorted(Comparator.comparing((List<EndPoint> each) -> each.size()).reversed())
            .flatMap(IdleConnections::idleOnes)
            .limit(count)
            .toList();
    chosen.forEach(IdleConnections::close);
    return chosen.size();
  }

  /** A connection as it was at one moment. */
  private record Seen(EndPoint connection, boolean hasAsked, long idleMillis) {
    static Seen of(EndPoint connection) {
      Connection protocol = protocol(connection);
      boolean hasAsked = protocol != null && protocol.getMessagesIn() > 0;
      return new Seen(connection, hasAsked, IdleConnections.idleMillis(connection));
    }
  }

  private static Stream<EndPoint> idleOnes(List<EndPoint> ofAddress) {
    return ofAddress.stream()
        .filter(IdleConnections::isIdle)
        .map(Seen::of)
        .sorted(
            Comparator.comparing(Seen::hasAsked)
                .thenComparing(Comparator.comparing(Seen::idleMillis).reversed()))
        .map(Seen::connection);
  }

  private static long idleMillis(EndPoint connection) {
    return connection instanceof AbstractEndPoint known ? known.getIdleFor() : 0;
  }

  /** What speaks HTTP on it, inside TLS or not. */
  private static @Nullable Connection protocol(EndPoint connection) {
    Connection outer = connection.getConnection();
    return outer instanceof SslConnection encrypted
        ? encrypted.getSslEndPoint().getConnection()
        : outer;
  }

  private static boolean isIdle(EndPoint connection) {
    return idleMillis(connection) >= LEAST_IDLE_MILLIS
        && !isServing(connection)
        && !hasBytes(connection);
  }

  /** Whether it has a request; one whose body does not arrive does not count with HTTP/1.1. */
  private static boolean isServing(EndPoint connection) {
    return protocol(connection) instanceof HTTP2Connection http2
        ? !http2.getSession().getStreams().isEmpty()
        : !connection.isFillInterested();
  }

  /** Whether bytes have arrived that the server has not read yet. */
  private static boolean hasBytes(EndPoint connection) {
    try {
      return connection instanceof SocketChannelEndPoint known
          && known.getChannel().socket().getInputStream().available() > 0;
    } catch (IOException closed) {
      return false;
    }
  }

  private static void close(EndPoint connection) {
    if (protocol(connection) instanceof HTTP2Connection http2) {
      HTTP2Session session = http2.getSession();
      session.close(ErrorCode.NO_ERROR.code, "too_many_connections", Callback.NOOP);
    } else {
      connection.close();
    }
  }
}
