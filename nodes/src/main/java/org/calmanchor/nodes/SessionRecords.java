package org.calmanchor.nodes;

import static java.nio.charset.StandardCharsets.UTF_8;

import java.util.List;
import org.calmanchor.core.limits.Limit;
import org.calmanchor.core.limits.Limits;
import org.calmanchor.core.session.SessionIds;
import org.jspecify.annotations.Nullable;
import redis.clients.jedis.AbstractPipeline;
import redis.clients.jedis.RedisClient;
import redis.clients.jedis.Response;
import redis.clients.jedis.resps.Tuple;

/**
 * Sessions in Redis: each is a hash with its service, its caller, its state and a version, which is
 * another one after each change, and a key that the call has which is in it. That key ends by
 * itself in a moment unless it is renewed, in case the host of the call has died. A list of all
 * sessions by their last use bounds their number.
 */
final class SessionRecords {
  /** How long a call is in a session if its host does not say that it still is. */
  private static final long IN_CALL_MILLIS = 2_000;

  /** How often a host has to say that a call is still in its session. */
  static final long RENEW_MILLIS = IN_CALL_MILLIS / 4;

  private static final String ENTER =
      """
      local kept = redis.call('HMGET', KEYS[1], 'service', 'caller', 'version', 'state')
      if kept[1] ~= ARGV[1] or kept[2] ~= ARGV[2] then return {} end
      if not redis.call('SET', KEYS[2], ARGV[3], 'NX', 'PX', ARGV[4]) then return {'busy'} end
      return {kept[3], kept[4]}
      """;

  private static final String SAVE =
      """
      if (redis.call('HGET', KEYS[1], 'version') or '') ~= ARGV[1] then return 0 end
      redis.call('HSET', KEYS[1],
          'version', ARGV[2], 'service', ARGV[3], 'caller', ARGV[4], 'state', ARGV[5])
      redis.call('PEXPIRE', KEYS[1], ARGV[6])
      return 1
      """;

  private static final String END =
      """
      if (redis.call('HGET', KEYS[1], 'version') or '') ~= ARGV[1] then return 0 end
      redis.call('DEL', KEYS[1])
      return 1
      """;

  private static final String LEAVE =
      """
      if redis.call('GET', KEYS[1]) == ARGV[1] then redis.call('DEL', KEYS[1]) end
      return 1
      """;

  private static final String RENEW =
      """
      if redis.call('GET', KEYS[1]) == ARGV[1] then redis.call('PEXPIRE', KEYS[1], ARGV[2]) end
      return 1
      """;

  private static final byte[] NO_STATE = new byte[0];

  private final RedisGate gate;
  private final String namespace;
  private final long idleMillis;
  private final long most;

  SessionRecords(RedisGate gate, String namespace, Limits limits) {
    this.gate = gate;
    this.namespace = namespace;
    this.idleMillis = limits.time(Limit.SESSION_IDLE).toMillis();
    this.most = limits.value(Limit.SESSIONS);
  }

  /**
   * What came of entering a session.
   *
   * @param token by what the call leaves it; empty if it has not entered
   */
  @SuppressWarnings("ArrayRecordComponent") // Nobody compares it.
  record Found(Kind kind, String token, String version, byte[] state) {
    enum Kind {
      /** There is no such session, or it belongs to somebody else. */
      NONE,
      /** Another call is in it. */
      BUSY,
      /** The call is in it. */
      ENTERED
    }

    static final Found NONE = new Found(Kind.NONE, "", "", NO_STATE);
    static final Found BUSY = new Found(Kind.BUSY, "", "", NO_STATE);
  }

  /** The braces keep all that belongs to a session at one place, if Redis is a cluster. */
  private byte[] key(String id) {
    return bytes(namespace + ":session:{" + id + "}");
  }

  private byte[] callKey(String id) {
    return bytes(namespace + ":session:{" + id + "}:call");
  }

  private byte[] all() {
    return bytes(namespace + ":sessions");
  }

  private static byte[] bytes(String text) {
    return text.getBytes(UTF_8);
  }

  private static byte[] bytes(long number) {
    return bytes(Long.toString(number));
  }

  private @Nullable Object run(String script, List<byte[]> keys, byte[]... arguments) {
    return gate.ask(redis -> redis.eval(bytes(script), keys, List.of(arguments)));
  }

  /** Enters a session, unless another call is in it. */
  Found enter(String id, String service, String caller) {
    String token = SessionIds.next();
    Object answer =
        run(
            ENTER,
            List.of(key(id), callKey(id)),
            bytes(service),
            bytes(caller),
            bytes(token),
            bytes(IN_CALL_MILLIS));
    List<?> parts = (List<?>) answer;
    if (parts == null || parts.isEmpty()) {
      return Found.NONE;
    }
    return parts.size() == 1
        ? Found.BUSY
        : new Found(
            Found.Kind.ENTERED,
            token,
            new String((byte[]) parts.get(0), UTF_8),
            (byte[]) parts.get(1));
  }

  /**
   * Keeps the state of a session.
   *
   * @param version the one that the call has found; empty for a new session
   * @return false if another call has changed or ended it meanwhile
   */
  boolean save(String id, String version, String service, String caller, byte[] state) {
    boolean isSaved =
        isDone(
            run(
                SAVE,
                List.of(key(id)),
                bytes(version),
                bytes(SessionIds.next()),
                bytes(service),
                bytes(caller),
                state,
                bytes(idleMillis)));
    if (isSaved) {
      gate.ask(redis -> listed(redis, id, version.isEmpty()));
    }
    return isSaved;
  }

  /** Notes the last use, and removes the sessions that were used least if there are too many. */
  private boolean listed(RedisClient redis, String id, boolean isNew) {
    long now = System.currentTimeMillis();
    if (!isNew) {
      redis.zadd(all(), (double) now, bytes(id));
      return true;
    }
    long tooMany;
    try (AbstractPipeline together = redis.pipelined()) {
      together.zadd(all(), (double) now, bytes(id));
      together.zremrangeByScore(all(), 0, (double) (now - idleMillis));
      Response<Long> there = together.zcard(all());
      together.sync();
      tooMany = there.get() - most;
    }
    if (tooMany > 0) {
      for (Tuple least : redis.zpopmin(all(), (int) tooMany)) {
        redis.del(key(new String(least.getBinaryElement(), UTF_8)));
      }
    }
    return true;
  }

  /** Ends a session; false if another call has changed or ended it meanwhile. */
  boolean end(String id, String version) {
    boolean isEnded = isDone(run(END, List.of(key(id)), bytes(version)));
    if (isEnded) {
      gate.ask(redis -> redis.zrem(all(), bytes(id)));
    }
    return isEnded;
  }

  private static boolean isDone(@Nullable Object answer) {
    return answer instanceof Long done && done == 1;
  }

  /** Says that a call is still in its session. */
  void renew(String id, String token) {
    try {
      run(RENEW, List.of(callKey(id)), bytes(token), bytes(IN_CALL_MILLIS));
    } catch (RedisGate.AwayException away) {
      // The next time may be early enough.
      return;
    }
  }

  /** Lets the next call in; while Redis is away, the key of this call ends by itself. */
  void leave(String id, String token) {
    try {
      run(LEAVE, List.of(callKey(id)), bytes(token));
    } catch (RedisGate.AwayException away) {
      return;
    }
  }
}
