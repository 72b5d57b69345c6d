package org.calmanchor.core.session;

import java.util.concurrent.CompletionStage;
import java.util.function.Supplier;
import org.jspecify.annotations.Nullable;

/**
 * Keeps the objects of sessions. A session is found by an id that nobody can guess, and belongs to
 * the caller who began it. Used by many threads.
 */
public interface Sessions {
  /**
   * Enters a session, or begins a new one if there is none of that id, service and caller. The
   * stage completes when no other call is in the session.
   *
   * @param service the service that the object is of
   * @param id what the caller has sent; null if that is nothing
   * @param caller the caller's name; empty if it is not known
   * @param factory makes the object of a new session
   */
  CompletionStage<Session> enter(
      String service, @Nullable String id, String caller, Supplier<?> factory);

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

    /** Leaves it, so that the next call may enter. Called once. */
    void leave();
  }
}
