package org.calmanchor.core.answers;

import java.time.Duration;
import org.jspecify.annotations.Nullable;

/**
 * Keeps answers that may be given again for a while ({@link
 * org.calmanchor.annotations.Operation#freshFor}). Each operation has a generation, which changes
 * when its answers are forgotten; an answer is given again only in the generation in which its
 * computation began, so that none is older than the last change. Used by many threads; a store that
 * is elsewhere has to answer in bounded time.
 */
public interface AnswerStore {
  /**
   * Looks for an answer.
   *
   * @param operation whose answer it is, as {@code PortType#operation}
   * @param key what was asked
   */
  Lookup find(String operation, AnswerKey key);

  /**
   * Keeps an answer, or not, if there is no room for it.
   *
   * @param generation that of the look-up before it was computed
   * @param answer its body; not changed by anybody
   * @param freshFor how long it may be given again
   */
  void keep(String operation, AnswerKey key, long generation, byte[] answer, Duration freshFor);

  /** Forgets all answers of an operation, and those that are computed now. */
  void forget(String operation);

  /**
   * What was found.
   *
   * @param generation that of the operation now; {@link #UNKNOWN} if the store does not know, so
   *     that nothing can be kept
   * @param kept the answer; null if there is none that is fresh
   */
  record Lookup(long generation, @Nullable KeptAnswer kept) {
    /** No generation. */
    public static final long UNKNOWN = -1;

    /** The store does not answer. */
    public static final Lookup NOTHING = new Lookup(UNKNOWN, null);
  }

  /**
   * An answer that was computed before.
   *
   * @param body its body element as bytes
   * @param age how long ago
   */
  @SuppressWarnings("ArrayRecordComponent") // It is large, and nobody compares it.
  record KeptAnswer(byte[] body, Duration age) {}
}
