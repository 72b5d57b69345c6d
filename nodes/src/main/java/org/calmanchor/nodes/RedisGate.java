package org.calmanchor.nodes;

import java.time.Duration;
import java.util.concurrent.atomic.AtomicBoolean;
import java.util.concurrent.atomic.AtomicLong;
import java.util.function.Function;
import org.calmanchor.core.logging.Loggable;
import org.jspecify.annotations.Nullable;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import redis.clients.jedis.RedisClient;
import redis.clients.jedis.exceptions.JedisException;

/**
 * The way to the server. When the server does not answer, it is left alone for a second, so that
 * not every call waits for it. Safe for any number of threads.
 */
final class RedisGate implements AutoCloseable {
  private static final Logger LOG = LoggerFactory.getLogger(RedisGate.class);
  private static final long PAUSE_NANOS = Duration.ofSeconds(1).toNanos();

  private final RedisClient client;
  private final String place;
  private final AtomicBoolean isAway = new AtomicBoolean();
  private final AtomicLong tryAgain = new AtomicLong();

  RedisGate(RedisClient client, String place) {
    this.client = client;
    this.place = place;
  }

  /** What is thrown while the server is away. */
  static final class AwayException extends RuntimeException {
    private static final long serialVersionUID = 1L;

    AwayException(String place, @Nullable Throwable cause) {
      super("Redis at " + place + " does not answer", cause, false, false);
    }
  }

  /**
   * Asks the server.
   *
   * @throws AwayException if it does not answer, or did not a moment ago
   */
  <T> T ask(Function<RedisClient, T> question) {
    if (isAway.get() && !mayTry()) {
      throw new AwayException(place, null);
    }
    try {
      T answer = question.apply(client);
      if (isAway.compareAndSet(true, false)) {
        LOG.info("Redis at {} answers again", Loggable.text(place));
      }
      return answer;
    } catch (JedisException failed) {
      tryAgain.set(System.nanoTime() + PAUSE_NANOS);
      if (isAway.compareAndSet(false, true)) {
        LOG.warn(
            "Redis at {} does not answer; it is tried again once a second: {}",
            Loggable.text(place),
            Loggable.text(String.valueOf(failed.getMessage())));
      }
      throw new AwayException(place, failed);
    }
  }

  /** Whether it is this call that tries; those beside it do not wait for the server again. */
  private boolean mayTry() {
    long now = System.nanoTime();
    long due = tryAgain.get();
    return now - due >= 0 && tryAgain.compareAndSet(due, now + PAUSE_NANOS);
  }

  @Override
  public void close() {
    client.close();
  }
}
