package org.calmanchor.nodes;

import java.util.Objects;
import java.util.concurrent.Future;
import org.calmanchor.core.logging.Loggable;
import org.calmanchor.core.running.Refusal;
import org.calmanchor.core.session.SessionObject;
import org.calmanchor.core.session.SessionPlan;
import org.calmanchor.core.session.Sessions.Session;
import org.calmanchor.core.session.StateCodec;
import org.jspecify.annotations.Nullable;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/** A call in a session whose state is in Redis. */
final class RedisSession implements Session {
  private static final Logger LOG = LoggerFactory.getLogger(RedisSession.class);

  private final SessionRecords records;
  private final SessionPlan plan;
  private final StateCodec codec;
  private final String id;
  private final String caller;
  private final SessionRecords.@Nullable Found found;
  private final SessionObject<?> target;
  private @Nullable Future<?> renewing;
  private volatile boolean isOver;

  /**
   * Enters a session, with an object that has no state yet.
   *
   * @param found what Redis knows about it; null for a new session
   */
  RedisSession(
      SessionRecords records,
      SessionPlan plan,
      String id,
      String caller,
      SessionRecords.@Nullable Found found) {
    this.records = records;
    this.plan = plan;
    this.codec = Objects.requireNonNull(plan.state());
    this.id = id;
    this.caller = caller;
    this.found = found;
    this.target = (SessionObject<?>) plan.factory().get();
  }

  /** The refusal of a call while Redis is away. */
  static Refusal away() {
    return new Refusal(503, "Sessions cannot be reached now; try again shortly.");
  }

  /** Gives the object its state; closes it if it does not take it. */
  void restore(Object state) {
    boolean isRestored = false;
    try {
      codec.restore(target, state);
      isRestored = true;
    } finally {
      if (!isRestored) {
        close();
      }
    }
  }

  @Override
  public String id() {
    return id;
  }

  @Override
  public boolean isNew() {
    return found == null;
  }

  @Override
  public Object target() {
    return target;
  }

  @Override
  public void end() {
    isOver = true;
  }

  @Override
  public boolean save() {
    String version = found == null ? "" : found.version();
    try {
      return isOver
          ? records.end(id, version)
          : records.save(id, version, plan.service(), caller, codec.write(target));
    } catch (RedisGate.AwayException away) {
      throw away();
    }
  }

  /** Sets what keeps the call in its session until it leaves. */
  synchronized void renewedBy(Future<?> task) {
    renewing = task;
  }

  private synchronized void endRenewing() {
    if (renewing != null) {
      renewing.cancel(false);
    }
  }

  @Override
  public void leave() {
    endRenewing();
    if (found != null) {
      records.leave(id, found.token());
    }
    close();
  }

  /** Closes the object, whose state is elsewhere. */
  private void close() {
    if (target instanceof AutoCloseable closed) {
      try {
        closed.close();
      } catch (Exception failed) {
        LOG.warn("the object of a session could not be closed", Loggable.failure(failed));
      }
    }
  }
}
