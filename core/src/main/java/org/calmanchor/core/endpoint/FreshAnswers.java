package org.calmanchor.core.endpoint;

import java.time.Duration;
import java.util.Map;
import java.util.Set;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.CompletionStage;
import java.util.concurrent.ConcurrentHashMap;
import org.calmanchor.core.answers.AnswerKey;
import org.calmanchor.core.answers.AnswerStore;
import org.calmanchor.core.answers.AnswerStore.KeptAnswer;
import org.calmanchor.core.fresh.AnswerTurn;
import org.jspecify.annotations.Nullable;

/**
 * The answers of one endpoint that may be given again. Of many equal calls at once, one computes
 * the answer, and the others wait for it. Safe for any number of threads.
 */
final class FreshAnswers {
  /** Larger requests are not compared with others: they have to be written for that. */
  private static final int MOST_KEYED_BYTES = 1 << 20;

  private final AnswerStore store;
  private final Map<Computation, CompletableFuture<@Nullable KeptAnswer>> running =
      new ConcurrentHashMap<>();

  /** Operations whose methods ask who calls: nobody has to wait for answers of others. */
  private final Set<String> asking = ConcurrentHashMap.newKeySet();

  FreshAnswers(AnswerStore store) {
    this.store = store;
  }

  private record Computation(AnswerKey key, long generation) {}

  /**
   * How a call gets its answer: by one that was kept, by waiting for another call, or by a turn of
   * its own; by none of them if nothing can be kept now.
   */
  record Way(
      @Nullable KeptAnswer kept,
      @Nullable CompletionStage<@Nullable KeptAnswer> awaited,
      @Nullable AnswerTurn turn) {
    static final Way PLAIN = new Way(null, null, null);
  }

  /**
   * Finds the way of a call.
   *
   * @param length the bytes of its request; -1 if that is not known
   */
  Way find(
      OperationPlan operation,
      long length,
      CallContext call,
      MessageHeaders headers,
      @Nullable Object[] arguments) {
    Duration freshFor = operation.freshFor();
    if (freshFor == null
        || operation.lifetime() == OperationPlan.Lifetime.SESSION
        || length > MOST_KEYED_BYTES) {
      return Way.PLAIN;
    }
    AnswerKey key;
    AnswerStore.Lookup found;
    try {
      key = AnswerKeys.of(operation, call, headers, arguments);
      found = store.find(operation.scope(), key);
    } catch (RuntimeException | StackOverflowError unfit) {
      // A value that was read, but cannot be written, or a store that fails: only the call counts.
      CallLog.noKey(operation.name(), unfit);
      return Way.PLAIN;
    }
    if (found.kept() != null) {
      return new Way(found.kept(), null, null);
    }
    if (found.generation() == AnswerStore.Lookup.UNKNOWN) {
      return Way.PLAIN;
    }
    CompletableFuture<@Nullable KeptAnswer> done = new CompletableFuture<>();
    Computation computation = new Computation(key, found.generation());
    if (!asking.contains(operation.name())) {
      CompletableFuture<@Nullable KeptAnswer> other = running.putIfAbsent(computation, done);
      if (other != null) {
        return new Way(null, other, null);
      }
    }
    return new Way(
        null,
        null,
        new AnswerTurn(
            done,
            () -> running.remove(computation, done),
            body -> keep(operation, key, found.generation(), body, freshFor)));
  }

  private void keep(
      OperationPlan operation, AnswerKey key, long generation, byte[] body, Duration freshFor) {
    try {
      store.keep(operation.scope(), key, generation, body, freshFor);
    } catch (RuntimeException failed) {
      CallLog.noKey(operation.name(), failed);
    }
  }

  /** An answer of the operation is not kept, because its method asked who or what calls. */
  void asked(OperationPlan operation) {
    if (asking.add(operation.name())) {
      CallLog.notKept(operation.name());
    }
  }
}
