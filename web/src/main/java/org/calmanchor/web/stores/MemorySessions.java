package org.calmanchor.web.stores;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import com.github.benmanes.caffeine.cache.RemovalCause;
import com.github.benmanes.caffeine.cache.Scheduler;
import java.time.Duration;
import java.util.concurrent.CompletionStage;
import org.calmanchor.core.limits.ExemptAddresses;
import org.calmanchor.core.limits.Limit;
import org.calmanchor.core.limits.Limits;
import org.calmanchor.core.running.Refusal;
import org.calmanchor.core.session.SessionIds;
import org.calmanchor.core.session.SessionOwner;
import org.calmanchor.core.session.SessionPlan;
import org.calmanchor.core.session.Sessions;
import org.jspecify.annotations.Nullable;

/**
 * Keeps the objects of sessions in the memory of this process, up to {@link Limit#SESSIONS} of
 * them, each for {@link Limit#SESSION_IDLE} after its last call, and shared as {@link
 * SessionShares} says. Safe for any number of threads.
 */
final class MemorySessions implements Sessions, AutoCloseable {
  private final MemorySession.Keeper keeper = new Kept();
  private final SessionShares shares;
  private final Duration idle;

  /** Made when the first session begins: most hosts have none. */
  private volatile @Nullable Cache<String, MemorySession> sessions;

  private boolean isClosed;

  /** Creates a store with the bounds of {@code limits}. */
  MemorySessions(Limits limits, ExemptAddresses exempt) {
    this.shares = new SessionShares(limits, exempt);
    this.idle = limits.time(Limit.SESSION_IDLE);
  }

  @Override
  public CompletionStage<Session> enter(SessionPlan plan, @Nullable String id, SessionOwner owner) {
    Cache<String, MemorySession> all = sessions();
    MemorySession known = id == null ? null : all.getIfPresent(id);
    if (known != null && known.isOf(plan.service(), owner)) {
      CompletionStage<Session> entered = known.enter();
      if (entered != null) {
        return entered;
      }
    }
    return keeper.begin(plan, owner);
  }

  private synchronized Cache<String, MemorySession> sessions() {
    Cache<String, MemorySession> known = sessions;
    if (known == null) {
      known =
          Caffeine.newBuilder()
              .expireAfterAccess(idle)
              .scheduler(Scheduler.systemScheduler())
              .removalListener(
                  (@Nullable String id, @Nullable MemorySession session, RemovalCause cause) -> {
                    if (session != null && cause != RemovalCause.REPLACED) {
                      forget(session);
                    }
                  })
              .build();
      sessions = known;
    }
    return known;
  }

  /** Ends all sessions; those that a call is in end when it leaves. */
  @Override
  public void close() {
    Cache<String, MemorySession> known;
    synchronized (this) {
      isClosed = true;
      known = sessions;
    }
    if (known != null) {
      known.asMap().values().forEach(MemorySession::drop);
      known.invalidateAll();
    }
  }

  @Override
  public int count() {
    synchronized (shares) {
      return shares.count();
    }
  }

  private void forget(MemorySession session) {
    synchronized (shares) {
      shares.remove(session);
    }
    session.drop();
  }

  private void keep(MemorySession session) {
    // Not asked for inside: this object is locked before the shares are.
    Cache<String, MemorySession> all = sessions();
    MemorySession over;
    synchronized (shares) {
      over = shares.keep(session);
      all.put(session.id(), session);
    }
    if (over != null) {
      over.end();
      all.invalidate(over.id());
    }
  }

  private void requireRoom(SessionOwner owner) {
    synchronized (shares) {
      if (!shares.hasRoom(owner)) {
        throw new Refusal(503, "There are as many sessions as may be kept; try again later.");
      }
    }
  }

  /** What the sessions tell. */
  private final class Kept implements MemorySession.Keeper {
    @Override
    public CompletionStage<Session> begin(SessionPlan plan, SessionOwner owner) {
      requireRoom(owner);
      MemorySession begun = new MemorySession(keeper, SessionIds.next(), plan, owner);
      CompletionStage<Session> entered = begun.begin();
      keep(begun);
      return entered;
    }

    @Override
    public void left(MemorySession session) {
      synchronized (MemorySessions.this) {
        if (!isClosed) {
          keep(session);
          return;
        }
      }
      session.drop();
    }

    @Override
    public void ended(MemorySession session) {
      sessions().invalidate(session.id());
    }
  }
}
