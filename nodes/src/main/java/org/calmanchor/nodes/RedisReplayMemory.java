package org.calmanchor.nodes;

import java.time.Duration;
import java.time.Instant;
import org.calmanchor.core.access.ReplayMemory;
import redis.clients.jedis.params.SetParams;

/** Remembers keys in Redis until they can be forgotten. */
record RedisReplayMemory(RedisGate gate, String namespace) implements ReplayMemory {
  @Override
  public Answer add(String key, Instant until) {
    long millis = Math.max(1, Duration.between(Instant.now(), until).toMillis());
    String set =
        gate.ask(
            redis ->
                redis.set(namespace + ":used:" + key, "", SetParams.setParams().nx().px(millis)));
    return set == null ? Answer.USED : Answer.FRESH;
  }
}
