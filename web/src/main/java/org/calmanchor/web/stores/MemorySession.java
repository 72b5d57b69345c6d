package org.calmanchor.web.stores;

import java.util.ArrayDeque;
import java.util.Deque;
import java.util.List;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.CompletionStage;
import org.calmanchor.core.logging.Loggable;
import org.calmanchor.core.session.SessionOwner;
import org.calmanchor.core.session.SessionPlan;
import org.calmanchor.core.session.Sessions.Session;
import org.jspecify.annotations.Nullable;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/** The object of one session, and the calls that wait for it. */
final class MemorySession {
  /** What keeps sessions. */
  interface Keeper {
    /** Begins a session, and enters it. */
    CompletionStage<Session> begin(SessionPlan plan, SessionOwner owner);

    /** A call has left: its session stays for a while. */
    void left(MemorySession session);

    /** A session has ended. */
    void ended(MemorySession session);
  }

  private static final Logger LOG = LoggerFactory.getLogger(MemorySession.class);

  private final Keeper all;
  private final String id;
  private final SessionPlan plan;
  private final SessionOwner owner;
  private final Object target;
  private final Deque<CompletableFuture<Session>> waiting = new ArrayDeque<>();
  private boolean isBusy;
  private boolean isOver;
  private boolean isClosed;

  MemorySession(Keeper all, String id, SessionPlan plan, SessionOwner owner) {
    this.all = all;
    this.id = id;
    this.plan = plan;
    this.owner = owner;
    this.target = plan.factory().get();
  }

  String id() {
    return id;
  }

  SessionOwner owner() {
    return owner;
  }

  boolean isOf(String askedService, SessionOwner asking) {
    return plan.service().equals(askedService) && owner.caller().equals(asking.caller());
  }

  /** Enters a session that has just been made. */
  synchronized CompletionStage<Session> begin() {
    isBusy = true;
    return CompletableFuture.completedFuture(new Visit(true));
  }

  /** Enters it, now or when those before have left; null if it is over. */
  synchronized @Nullable CompletionStage<Session> enter() {
    if (isOver || isClosed) {
      return null;
    }
    if (!isBusy) {
      isBusy = true;
      return CompletableFuture.completedFuture(new Visit(false));
    }
    CompletableFuture<Session> next = new CompletableFuture<>();
    waiting.add(next);
    return next;
  }

  private void leave() {
    CompletableFuture<Session> next = null;
    List<CompletableFuture<Session>> late = List.of();
    boolean hasEnded;
    synchronized (this) {
      hasEnded = isOver;
      if (hasEnded) {
        late = List.copyOf(waiting);
        waiting.clear();
      } else {
        next = waiting.poll();
      }
      isBusy = next != null;
    }
    if (next != null) {
      next.complete(new Visit(false));
    } else if (hasEnded) {
      all.ended(this);
      drop();
      late.forEach(this::beginAnew);
    } else {
      all.left(this);
    }
  }

  /** A call that waited for a session which has ended gets a new one. */
  private void beginAnew(CompletableFuture<Session> waiter) {
    try {
      all.begin(plan, owner).thenAccept(waiter::complete);
    } catch (Throwable failed) {
      waiter.completeExceptionally(failed);
    }
  }

  /** Lets no further call enter. */
  synchronized void end() {
    isOver = true;
  }

  /** It is not kept any more: its object is closed when no call is in it. */
  void drop() {
    synchronized (this) {
      if (isBusy || isClosed) {
        return;
      }
      isClosed = true;
    }
    if (target instanceof AutoCloseable closed) {
      try {
        closed.close();
      } catch (Exception failed) {
        LOG.warn("the object of a session could not be closed", Loggable.failure(failed));
      }
    }
  }

  /** A call in the session. */
  private final class Visit implements Session {
    private final boolean isNew;

    Visit(boolean isNew) {
      this.isNew = isNew;
    }

    @Override
    public String id() {
      return id;
    }

    @Override
    public boolean isNew() {
      return isNew;
    }

    @Override
    public Object target() {
      return target;
    }

    @Override
    public void end() {
      MemorySession.this.end();
    }

    @Override
    public void leave() {
      MemorySession.this.leave();
    }
  }
}
