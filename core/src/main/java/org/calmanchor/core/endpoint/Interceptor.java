package org.calmanchor.core.endpoint;

import java.util.concurrent.CompletionStage;

/**
 * Something that encloses each call, from before its arguments are read until its answer is written
 * but for the last buffer: a transaction, a timer, a guard. It runs when the operation is known.
 * Used by many threads.
 *
 * <pre>{@code
 * (call, inner) -> {
 *   Transaction transaction = begin();
 *   return inner.proceed().whenComplete((end, failed) -> {
 *     if (failed == null && end.isResult()) transaction.commit(); else transaction.rollBack();
 *   });
 * }
 * }</pre>
 *
 * The last buffer, which for most answers is all of it, is held back until the stage that the
 * outermost interceptor returned has completed. If it fails, as with a commit that is refused, the
 * caller gets a fault instead of the result, or a broken connection when a long answer has begun.
 *
 * <p>Throwing a {@linkplain CallContext#refusal refusal} answers with that fault; anything else
 * thrown, a null stage and a second {@code proceed} are incidents. What takes longer than the limit
 * on calls is interrupted and answered by a fault.
 */
@FunctionalInterface
public interface Interceptor {
  /**
   * Runs around one call.
   *
   * @param inner what is enclosed; to be run once, or not at all when the call is refused
   * @return what {@code inner} returned, or follows from it
   */
  CompletionStage<CallEnd> around(CallContext call, Inner inner);

  /**
   * Called once with the call's real end, after the last byte was handed over or the connection was
   * aborted. It may differ from the result of {@code inner}: the call may have timed out, or the
   * caller may have gone, in between.
   */
  default void ended(CallContext call, CallEnd end) {}

  /** The rest of a call. */
  @FunctionalInterface
  interface Inner {
    /**
     * Runs the rest of the call. The stage completes when the answer is written except for the held
     * bytes; it never fails by itself.
     *
     * @throws IllegalStateException when it was run before
     */
    CompletionStage<CallEnd> proceed();
  }
}
