package org.calmanchor.nodes;

import java.time.Duration;
import java.util.Objects;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.CompletionStage;
import java.util.concurrent.ScheduledFuture;
import java.util.concurrent.ScheduledThreadPoolExecutor;
import java.util.concurrent.TimeUnit;
import org.calmanchor.core.limits.Limit;
import org.calmanchor.core.limits.Limits;
import org.calmanchor.core.logging.Loggable;
import org.calmanchor.core.running.Refusal;
import org.calmanchor.core.session.SessionIds;
import org.calmanchor.core.session.SessionOwner;
import org.calmanchor.core.session.SessionPlan;
import org.calmanchor.core.session.Sessions;
import org.jspecify.annotations.Nullable;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/**
 * Keeps the states of sessions in Redis. A call that wants a session which another call is in asks
 * again in a moment, without a thread of its own.
 */
final class RedisSessions implements Sessions, AutoCloseable {
  private static final Logger LOG = LoggerFactory.getLogger(RedisSessions.class);
  private static final long ASK_AGAIN_MILLIS = 10;

  private final SessionRecords records;
  private final Duration longest;
  private final ScheduledThreadPoolExecutor later =
      new ScheduledThreadPoolExecutor(1, RedisSessions::daemon);

  RedisSessions(RedisGate gate, String namespace, Limits limits) {
    this.records = new SessionRecords(gate, namespace, limits);
    this.longest = limits.time(Limit.CALL_TIME);
    later.setRemoveOnCancelPolicy(true);
  }

  private static Thread daemon(Runnable task) {
    Thread thread = new Thread(task, "calm-anchor-sessions");
    thread.setDaemon(true);
    return thread;
  }

  @Override
  public void check(SessionPlan plan) {
    if (plan.state() == null) {
      throw new IllegalArgumentException(
          plan.type().getName()
              + " is served with sessions that hosts share, so its state has to be known: let it"
              + " implement SessionObject<S>, where S is a data type such as a record");
    }
  }

  @Override
  public CompletionStage<Session> enter(SessionPlan plan, @Nullable String id, SessionOwner owner) {
    check(plan);
    String caller = owner.caller();
    if (id == null || !SessionIds.isId(id)) {
      return CompletableFuture.completedFuture(begin(plan, caller));
    }
    CompletableFuture<Session> entered = new CompletableFuture<>();
    ask(new Asked(plan, id, caller, System.nanoTime() + longest.toNanos()), entered);
    return entered;
  }

  /** A call that wants a session, until a time of the clock. */
  private record Asked(SessionPlan plan, String id, String caller, long until) {}

  private void ask(Asked asked, CompletableFuture<Session> entered) {
    try {
      SessionRecords.Found found =
          records.enter(asked.id(), asked.plan().service(), asked.caller());
      switch (found.kind()) {
        case NONE -> entered.complete(begin(asked.plan(), asked.caller()));
        case ENTERED -> entered.complete(restored(asked, found));
        case BUSY -> askAgain(asked, entered);
      }
    } catch (RedisGate.AwayException away) {
      entered.completeExceptionally(RedisSession.away());
    } catch (Throwable failed) {
      entered.completeExceptionally(failed);
    }
  }

  private void askAgain(Asked asked, CompletableFuture<Session> entered) {
    if (System.nanoTime() - asked.until() >= 0) {
      entered.completeExceptionally(
          new Refusal(503, "Other calls were in this session all the time; try again shortly."));
      return;
    }
    var unused = later.schedule(() -> ask(asked, entered), ASK_AGAIN_MILLIS, TimeUnit.MILLISECONDS);
  }

  private RedisSession begin(SessionPlan plan, String caller) {
    return new RedisSession(records, plan, SessionIds.next(), caller, null);
  }

  private RedisSession restored(Asked asked, SessionRecords.Found found) {
    boolean isIn = false;
    try {
      Object state = read(asked.plan(), found);
      if (state == null) {
        return begin(asked.plan(), asked.caller());
      }
      RedisSession session =
          new RedisSession(records, asked.plan(), asked.id(), asked.caller(), found);
      session.restore(state);
      session.renewedBy(renew(asked.id(), found.token()));
      isIn = true;
      return session;
    } finally {
      if (!isIn) {
        records.leave(asked.id(), found.token());
      }
    }
  }

  /** Keeps a call in its session until it leaves. */
  private ScheduledFuture<?> renew(String id, String token) {
    return later.scheduleAtFixedRate(
        () -> records.renew(id, token),
        SessionRecords.RENEW_MILLIS,
        SessionRecords.RENEW_MILLIS,
        TimeUnit.MILLISECONDS);
  }

  private static @Nullable Object read(SessionPlan plan, SessionRecords.Found found) {
    try {
      return Objects.requireNonNull(plan.state()).read(found.state());
    } catch (IllegalArgumentException otherType) {
      LOG.warn(
          "the state of a session of {} cannot be read, so a new session begins; was it another"
              + " release that wrote it? {}",
          Loggable.text(plan.type().getSimpleName()),
          Loggable.text(String.valueOf(otherType.getMessage())));
      return null;
    }
  }

  /** Stops the thread that asks again. A call that still waits ends when its time is over. */
  @Override
  public void close() {
    later.shutdownNow();
  }
}
