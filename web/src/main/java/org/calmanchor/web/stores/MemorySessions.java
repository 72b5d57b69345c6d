package org.calmanchor.web.stores;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import com.github.benmanes.caffeine.cache.RemovalCause;
import com.github.benmanes.caffeine.cache.Scheduler;
import java.time.Duration;
import java.util.concurrent.CompletionStage;
import org.calmanchor.core.limits.Limit;
import org.calmanchor.core.limits.Limits;
import org.calmanchor.core.session.SessionIds;
import org.calmanchor.core.session.SessionPlan;
import org.calmanchor.core.session.Sessions;
import org.jspecify.annotations.Nullable;

/**
 * Keeps the objects of sessions in the memory of this process, up to {@link Limit#SESSIONS} of
 * them, each for {@link Limit#SESSION_IDLE} after its last call. If there are too many, those go
 * first that were used least. Safe for any number of threads.
 */
final class MemorySessions implements Sessions, AutoCloseable {
  private final MemorySession.Keeper keeper = new Kept();
  private final long most;
  private final Duration idle;

  /** Made when the first session begins: most hosts have none. */
  private volatile @Nullable Cache<String, MemorySession> sessions;

  private boolean isClosed;

  /** Creates a store with the bounds of {@code limits}. */
  MemorySessions(Limits limits) {
    this.most = limits.value(Limit.SESSIONS);
    this.idle = limits.time(Limit.SESSION_IDLE);
  }

  @Override
  public CompletionStage<Session> enter(SessionPlan plan, @Nullable String id, String caller) {
    Cache<String, MemorySession> all = sessions();
    MemorySession known = id == null ? null : all.getIfPresent(id);
    if (known != null && known.isOf(plan.service(), caller)) {
      CompletionStage<Session> entered = known.enter();
      if (entered != null) {
        return entered;
      }
    }
    return keeper.begin(plan, caller);
  }

  private synchronized Cache<String, MemorySession> sessions() {
    Cache<String, MemorySession> known = sessions;
    if (known == null) {
      known =
          Caffeine.newBuilder()
              .maximumSize(most)
              .expireAfterAccess(idle)
              .scheduler(Scheduler.systemScheduler())
              .removalListener(
                  (@Nullable String id, @Nullable MemorySession session, RemovalCause cause) -> {
                    if (session != null && cause != RemovalCause.REPLACED) {
                      session.drop();
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

  /** What the sessions tell. */
  private final class Kept implements MemorySession.Keeper {
    @Override
    public CompletionStage<Session> begin(SessionPlan plan, String caller) {
      String name = SessionIds.next();
      MemorySession begun = new MemorySession(keeper, name, plan, caller);
      CompletionStage<Session> entered = begun.begin();
      sessions().put(name, begun);
      return entered;
    }

    @Override
    public void left(MemorySession session) {
      synchronized (MemorySessions.this) {
        if (!isClosed) {
          sessions().put(session.id(), session);
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
