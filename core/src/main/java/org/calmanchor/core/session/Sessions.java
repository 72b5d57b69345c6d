package org.calmanchor.core.session;

import java.util.concurrent.CompletionStage;
import org.calmanchor.core.running.Refusal;
import org.jspecify.annotations.Nullable;

/**
 * Keeps the objects of sessions. A session is found by an id that nobody can guess, and belongs to
 * the caller who began it. Used by many threads.
 */
public interface Sessions {
  /**
   * Says whether sessions of a service can be kept here. A host asks before it starts.
   *
   * @throws IllegalArgumentException when they cannot; says why, and what to do
   */
  default void check(SessionPlan plan) {}

  /**
   * Enters a session, or begins a new one if there is none of that id, service and caller. The
   * stage completes when no other call is in the session.
   *
   * @param id what the caller has sent; null if that is nothing
   * @throws Refusal when sessions cannot be reached now, or no further one may begin
   */
  CompletionStage<Session> enter(SessionPlan plan, @Nullable String id, SessionOwner owner);

  /** How many sessions are kept in this process. */
  default int count() {
    return 0;
  }

  /** A session that a call is in. */
  interface Session {
    /** By what it is found again. */
    String id();

    /** Whether it began with this call. */
    boolean isNew();

    /** The object that the method is called on. */
    Object target();

    /** Ends it when the call leaves. Its object is closed then, if it is AutoCloseable. */
    void end();

    /**
     * Keeps what the method has changed. Called at most once, after the method has returned and
     * before its answer is sent.
     *
     * @return false when another call has changed or ended the session meanwhile, so that nothing
     *     of this one is kept
     * @throws Refusal when sessions cannot be reached now
     */
    default boolean save() {
      return true;
    }

    /** Leaves it, so that the next call may enter. Called once. */
    void leave();
  }
}
