package org.calmanchor.core.dynamic;

import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.concurrent.CompletionStage;

/**
 * Answers the calls of any contract, with values as maps, lists and texts. Requests were checked
 * before. Called by several threads at once.
 */
@FunctionalInterface
public interface DynamicService {
  /** Begins the answer to a call; it must not wait for it. */
  CompletionStage<Reply> answer(DynamicRequest request);

  /**
   * An answer.
   *
   * @param outcome the result or the fault; of a one-way operation an empty result
   * @param headerBlocks the header blocks of a result, by the local names of their elements
   */
  record Reply(Outcome outcome, Map<String, Object> headerBlocks) {
    /**
     * Copies the header blocks.
     *
     * @throws IllegalArgumentException when the outcome cannot be sent
     */
    public Reply {
      if (outcome instanceof Outcome.Unreadable) {
        throw new IllegalArgumentException("what cannot be read is no answer");
      }
      headerBlocks = Collections.unmodifiableMap(new LinkedHashMap<>(headerBlocks));
    }
  }
}
