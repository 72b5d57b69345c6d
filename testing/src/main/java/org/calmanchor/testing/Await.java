package org.calmanchor.testing;

import java.time.Duration;
import java.util.concurrent.Callable;
import org.awaitility.Awaitility;
import org.awaitility.core.ConditionFactory;
import org.awaitility.core.ThrowingRunnable;

/**
 * Waits for conditions. A test waits as long as a busy machine may need, and goes on as soon as the
 * condition holds; so it never waits for a fixed time.
 */
public final class Await {
  /** How long a condition may take to hold, on a machine that has much else to do. */
  public static final Duration PATIENCE = Duration.ofSeconds(60);

  private static final Duration PAUSE = Duration.ofMillis(10);

  private Await() {}

  /**
   * Waits until a condition holds.
   *
   * @param what the condition in words, for the message if it never holds
   * @param condition asked on the test's own thread; what it throws ends the wait
   */
  public static void until(String what, Callable<Boolean> condition) {
    waiting(what).until(condition);
  }

  /**
   * Waits until assertions hold; the last failure is that of the test.
   *
   * @param what the condition in words, for the message if it never holds
   * @param assertions run on the test's own thread, over and over; any exception counts as a
   *     failure
   */
  public static void untilAsserted(String what, ThrowingRunnable assertions) {
    waiting(what).ignoreExceptions().untilAsserted(assertions);
  }

  private static ConditionFactory waiting(String what) {
    return Awaitility.await(what)
        .atMost(PATIENCE)
        .pollInSameThread()
        .pollDelay(Duration.ZERO)
        .pollInterval(PAUSE);
  }
}
