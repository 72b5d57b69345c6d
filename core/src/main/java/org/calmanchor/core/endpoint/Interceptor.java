package org.calmanchor.core.endpoint;

import java.util.concurrent.CompletionStage;

/**
 * Something that encloses each call, from before its arguments are read until its last byte was
 * written or it was broken off: a transaction, a timer, a guard. It runs when the operation is
 * known. Used by many threads.
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
 * Throwing a {@linkplain CallContext#refusal refusal} before the call proceeds answers with that
 * fault; anything else thrown is an incident.
 */
@FunctionalInterface
public interface Interceptor {
  /**
   * Encloses one call.
   *
   * @param inner what is enclosed; to be run once, or not at all when the call is refused
   * @return what {@code inner} returned, or follows from it
   */
  CompletionStage<CallEnd> around(CallContext call, Inner inner);

  /** The rest of a call. */
  @FunctionalInterface
  interface Inner {
    /** Runs it; the stage completes when the call has ended, and never fails by itself. */
    CompletionStage<CallEnd> proceed();
  }
}
