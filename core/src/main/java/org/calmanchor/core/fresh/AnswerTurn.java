package org.calmanchor.core.fresh;

import java.time.Duration;
import java.util.concurrent.CompletableFuture;
import java.util.function.Consumer;
import org.calmanchor.core.answers.AnswerStore.KeptAnswer;
import org.calmanchor.core.xml.XmlOut;
import org.jspecify.annotations.Nullable;

/**
 * The turn of a call that computes an answer which others may get, too. It captures the answer's
 * body while that is written, and hands it to the store and to those who wait when the call has
 * succeeded. Used by one thread at a time.
 */
public final class AnswerTurn {
  /** A larger answer is not kept. */
  private static final int MOST_BYTES = 1 << 20;

  private final CompletableFuture<@Nullable KeptAnswer> done;
  private final Runnable over;
  private final Consumer<byte[]> store;
  private byte @Nullable [] body;

  /**
   * Creates a turn.
   *
   * @param done is completed with the answer, or with null if others have to compute it
   * @param over runs before that
   * @param store gets the answer
   */
  public AnswerTurn(
      CompletableFuture<@Nullable KeptAnswer> done, Runnable over, Consumer<byte[]> store) {
    this.done = done;
    this.over = over;
    this.store = store;
  }

  /** Writes the body to {@code out}, and captures it unless it is large. */
  public void write(XmlOut out, Consumer<XmlOut> writer) {
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
  public void succeed() {
    byte[] whole = body;
    if (whole == null) {
      abandon();
      return;
    }
    try {
      store.accept(whole);
    } finally {
      end(new KeptAnswer(whole, Duration.ZERO));
    }
  }

  /** Lets those who wait compute the answer themselves. */
  public void abandon() {
    end(null);
  }

  private void end(@Nullable KeptAnswer kept) {
    over.run();
    done.complete(kept);
  }
}
