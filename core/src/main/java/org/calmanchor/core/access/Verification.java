package org.calmanchor.core.access;

import java.time.Duration;

/** What became of credentials. */
public sealed interface Verification {
  /** They belong to a caller. */
  record Known(Caller caller) implements Verification {}

  /** Nobody has that name, or the password is another. */
  record Wrong() implements Verification {}

  /**
   * They were not looked at, because there are too many others, or their source does not answer.
   */
  record Busy() implements Verification {}

  /**
   * They are right, but it cannot be told now whether they were used before, as those that are good
   * for one call have to be.
   */
  record Unremembered() implements Verification {}

  /**
   * They were not looked at, because too many wrong ones came from the same address.
   *
   * @param pause how long nothing from there is looked at
   */
  record TooOften(Duration pause) implements Verification {}
}
