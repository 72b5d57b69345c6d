package org.calmanchor.nodes;

import java.time.Duration;
import org.calmanchor.core.access.FailureCounts;
import org.calmanchor.core.access.LocalFailureCounts;
import redis.clients.jedis.AbstractPipeline;
import redis.clients.jedis.Response;

/** Counts wrong credentials in Redis; while Redis is away, those of this host. */
final class RedisFailureCounts implements FailureCounts {
  private final RedisGate gate;
  private final String namespace;
  private final FailureCounts local = new LocalFailureCounts();

  RedisFailureCounts(RedisGate gate, String namespace) {
    this.gate = gate;
    this.namespace = namespace;
  }

  private String key(String key) {
    return namespace + ":failures:" + key;
  }

  @Override
  public void add(String key) {
    local.add(key);
    try {
      gate.ask(
          redis -> {
            try (AbstractPipeline together = redis.pipelined()) {
              together.incr(key(key));
              together.pexpire(key(key), QUIET.toMillis());
              together.sync();
            }
            return true;
          });
    } catch (RedisGate.AwayException away) {
      // It is counted here.
      return;
    }
  }

  @Override
  public void forget(String key) {
    local.forget(key);
    try {
      gate.ask(redis -> redis.del(key(key)));
    } catch (RedisGate.AwayException away) {
      // It is forgotten in a while.
      return;
    }
  }

  @Override
  public Count find(String key) {
    try {
      return gate.ask(
          redis -> {
            try (AbstractPipeline together = redis.pipelined()) {
              Response<String> count = together.get(key(key));
              Response<Long> left = together.pttl(key(key));
              together.sync();
              return count.get() == null
                  ? Count.NONE
                  : new Count(
                      Integer.parseInt(count.get()),
                      QUIET.minus(Duration.ofMillis(Math.max(0, left.get()))));
            }
          });
    } catch (RedisGate.AwayException away) {
      return local.find(key);
    }
  }
}
