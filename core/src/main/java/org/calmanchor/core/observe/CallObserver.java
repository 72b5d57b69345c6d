package org.calmanchor.core.observe;

import java.util.List;
import org.calmanchor.core.logging.Loggable;
import org.slf4j.LoggerFactory;

/**
 * Is told of each call that has ended, also of those that reached no operation. Unless it {@link
 * #isBatched}, it runs on the thread that has ended the call, so it must be quick, and it is used
 * by many threads.
 */
@FunctionalInterface
public interface CallObserver {
  /** Tells of a call. What it throws is logged. */
  void ended(CallRecord call);

  /** Tells an observer of a call; what it throws is logged, and harms nobody. */
  static void tell(CallObserver observer, CallRecord call) {
    try {
      observer.ended(call);
    } catch (Throwable failed) {
      LoggerFactory.getLogger(CallObserver.class)
          .error("an observer of calls failed", Loggable.failure(failed));
    }
  }

  /**
   * Whether a host tells it of many calls one after the other, up to a tenth of a second later and
   * on another thread. This costs a call least. All calls are told before the host has closed.
   */
  default boolean isBatched() {
    return false;
  }

  /**
   * Tells of a host that starts.
   *
   * @param counts how many calls it has just now
   * @param operations all that it serves, before any reload
   */
  default void started(CallCounts counts, List<ServedOperation> operations) {}
}
