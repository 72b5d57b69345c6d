package org.calmanchor.core.access;

import java.time.Instant;

/**
 * Remembers what may be used only once, such as the nonces of username tokens. Several hosts of one
 * service share a memory. Used by several threads.
 */
@FunctionalInterface
public interface ReplayMemory {
  /** What the memory says. */
  enum Answer {
    /** It was not used before, and is remembered from now on. */
    FRESH,
    /** It was used before. */
    USED,
    /** Nothing more can be remembered now. */
    FULL
  }

  /**
   * Remembers a key, unless it is known already.
   *
   * @param until when it can be forgotten
   * @throws RuntimeException when it cannot tell now; the call is then refused for now
   */
  Answer add(String key, Instant until);
}
