package org.calmanchor.nodes;

import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.util.List;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.ThreadLocalRandom;
import org.calmanchor.core.answers.AnswerKey;
import org.calmanchor.core.answers.AnswerStore;
import org.jspecify.annotations.Nullable;
import redis.clients.jedis.AbstractPipeline;
import redis.clients.jedis.RedisClient;
import redis.clients.jedis.Response;
import redis.clients.jedis.params.SetParams;

/**
 * Keeps answers in Redis. A generation is a number that nobody had before, so an answer that
 * belongs to a generation which Redis has lost is never given again.
 */
final class RedisAnswers implements AnswerStore {
  private static final int GENERATION_BYTES = Long.BYTES;

  private final RedisGate gate;
  private final String namespace;

  /** Operations whose answers were to be forgotten while Redis was away. */
  private final Set<String> unforgotten = ConcurrentHashMap.newKeySet();

  RedisAnswers(RedisGate gate, String namespace) {
    this.gate = gate;
    this.namespace = namespace;
  }

  private byte[] key(String kind, String rest) {
    return (namespace + ":" + kind + ":" + rest).getBytes(StandardCharsets.UTF_8);
  }

  /** What Redis knows about a request. */
  private record Known(byte @Nullable [] generation, byte @Nullable [] answer, long millisLeft) {}

  @Override
  public Lookup find(String operation, AnswerKey key) {
    try {
      forgetLate();
      byte[] generation = key("generation", operation);
      byte[] answer = key("answer", key.text());
      Known known = gate.ask(redis -> known(redis, generation, answer));
      if (known.generation() == null) {
        return new Lookup(gate.ask(redis -> begin(redis, generation)), null);
      }
      long now = ByteBuffer.wrap(known.generation()).getLong();
      return new Lookup(now, known.answer() == null ? null : kept(known, now));
    } catch (RedisGate.AwayException away) {
      return Lookup.NOTHING;
    }
  }

  private static Known known(RedisClient redis, byte[] generation, byte[] answer) {
    try (AbstractPipeline together = redis.pipelined()) {
      Response<byte[]> now = together.get(generation);
      Response<byte[]> kept = together.get(answer);
      Response<Long> left = together.pttl(answer);
      together.sync();
      return new Known(now.get(), kept.get(), left.get());
    }
  }

  /** Begins the first generation, or finds the one that another host has begun meanwhile. */
  private static long begin(RedisClient redis, byte[] key) {
    byte[] fresh = generation();
    byte[] there =
        redis.set(key, fresh, SetParams.setParams().nx()) == null ? redis.get(key) : fresh;
    return there == null ? Lookup.UNKNOWN : ByteBuffer.wrap(there).getLong();
  }

  private static byte[] generation() {
    long number = ThreadLocalRandom.current().nextLong() & Long.MAX_VALUE;
    return ByteBuffer.allocate(GENERATION_BYTES).putLong(number).array();
  }

  private static @Nullable KeptAnswer kept(Known known, long generation) {
    ByteBuffer value = ByteBuffer.wrap(known.answer());
    if (value.remaining() < 2 * Long.BYTES || value.getLong() != generation) {
      return null;
    }
    long freshMillis = value.getLong();
    byte[] body = new byte[value.remaining()];
    value.get(body);
    long age = freshMillis - known.millisLeft();
    return known.millisLeft() <= 0
        ? null
        : new KeptAnswer(body, Duration.ofMillis(Math.max(0, age)));
  }

  @Override
  public void keep(
      String operation, AnswerKey key, long generation, byte[] answer, Duration freshFor) {
    long millis = Math.max(1, freshFor.toMillis());
    byte[] value =
        ByteBuffer.allocate(2 * Long.BYTES + answer.length)
            .putLong(generation)
            .putLong(millis)
            .put(answer)
            .array();
    try {
      gate.ask(
          redis -> redis.set(key("answer", key.text()), value, SetParams.setParams().px(millis)));
    } catch (RedisGate.AwayException away) {
      // It is computed again.
      return;
    }
  }

  @Override
  public void forget(String operation) {
    unforgotten.add(operation);
    try {
      forgetLate();
    } catch (RedisGate.AwayException away) {
      // It stays to be forgotten; until then this host gives no answer again.
      return;
    }
  }

  private void forgetLate() {
    for (String operation : List.copyOf(unforgotten)) {
      // Removed first: a change that comes meanwhile adds it anew.
      if (unforgotten.remove(operation)) {
        try {
          gate.ask(redis -> redis.set(key("generation", operation), generation()));
        } catch (RedisGate.AwayException away) {
          unforgotten.add(operation);
          throw away;
        }
      }
    }
  }
}
