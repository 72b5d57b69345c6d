package org.calmanchor.core.endpoint;

import java.time.Duration;
import java.util.Objects;
import java.util.concurrent.CompletableFuture;
import java.util.function.Consumer;
import org.calmanchor.core.answers.AnswerKey;
import org.calmanchor.core.answers.AnswerStore;
import org.calmanchor.core.answers.AnswerStore.KeptAnswer;
import org.calmanchor.core.xml.XmlOut;
import org.jspecify.annotations.Nullable;

/**
 * The turn of a call that computes an answer which others may get, too. It captures the answer's
 * body while that is written, and hands it to the store and to those who wait when the call has
 * succeeded. Used by one thread at a time.
 */
final class AnswerTurn {
  /** A larger answer is not kept. */
  private static final int MOST_BYTES = 1 << 20;

  private final AnswerStore store;
  private final String operation;
  private final AnswerKey key;
  private final long generation;
  private final Duration freshFor;
  private final CompletableFuture<@Nullable KeptAnswer> done;
  private byte @Nullable [] body;

  /**
   * Creates a turn.
   *
   * @param done is completed with the answer, or with null if others have to compute it
   */
  AnswerTurn(
      AnswerStore store,
      String operation,
      AnswerKey key,
      long generation,
      Duration freshFor,
      CompletableFuture<@Nullable KeptAnswer> done) {
    this.store = store;
    this.operation = operation;
    this.key = key;
    this.generation = generation;
    this.freshFor = freshFor;
    this.done = done;
  }

  /** Writes the body to {@code out}, and captures it unless it is large. */
  void write(XmlOut out, Consumer<XmlOut> writer) {
    boolean[] isLarge = new boolean[1];
    XmlOut captured =
        new XmlOut(
            (bytes, length) -> {
              isLarge[0] = true;
              out.raw(bytes, length);
            },
            MOST_BYTES,
            false);
    try {
      writer.accept(captured.like(out));
      if (isLarge[0]) {
        captured.flush();
      } else {
        byte[] whole = captured.bytes();
        out.raw(whole);
        body = whole;
      }
    } finally {
      captured.close();
    }
  }

  /** Gives the answer to the store and to those who wait; called when the call has succeeded. */
  void succeed() {
    byte[] whole = body;
    if (whole == null) {
      abandon();
      return;
    }
    try {
      store.keep(operation, key, generation, whole, freshFor);
    } finally {
      done.complete(new KeptAnswer(whole, Duration.ZERO));
    }
  }

  /** Lets those who wait compute the answer themselves. Has no effect after another end. */
  void abandon() {
    done.complete(null);
  }

  @Override
  public String toString() {
    return Objects.toString(key);
  }
}
