package org.calmanchor.client;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.net.http.HttpResponse;
import java.nio.ByteBuffer;
import java.util.List;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.CompletionStage;
import java.util.concurrent.Flow;
import java.util.concurrent.atomic.AtomicReference;
import org.jspecify.annotations.Nullable;

/**
 * Collects an answer up to a limit. It never blocks, since the HTTP client may have few threads.
 */
final class BufferedAnswer implements HttpResponse.BodySubscriber<byte[]> {
  private final long most;
  private final CompletableFuture<byte[]> whole = new CompletableFuture<>();
  private final ByteArrayOutputStream bytes = new ByteArrayOutputStream(1024);
  private final AtomicReference<Flow.@Nullable Subscription> source = new AtomicReference<>();

  private BufferedAnswer(long most) {
    this.most = most;
  }

  /** Reads answers of up to {@code most} bytes. */
  static HttpResponse.BodyHandler<byte[]> upTo(long most) {
    return response -> new BufferedAnswer(most);
  }

  @Override
  public CompletionStage<byte[]> getBody() {
    return whole;
  }

  @Override
  public void onSubscribe(Flow.Subscription subscription) {
    source.set(subscription);
    subscription.request(Long.MAX_VALUE);
  }

  @Override
  public void onNext(List<ByteBuffer> pieces) {
    for (ByteBuffer piece : pieces) {
      if (bytes.size() + (long) piece.remaining() > most) {
        Flow.Subscription subscription = source.get();
        if (subscription != null) {
          subscription.cancel();
        }
        whole.completeExceptionally(
            new IOException("the answer is longer than " + most + " bytes; see limit(...)"));
        return;
      }
      byte[] taken = new byte[piece.remaining()];
      piece.get(taken);
      bytes.writeBytes(taken);
    }
  }

  @Override
  public void onError(Throwable failed) {
    whole.completeExceptionally(failed);
  }

  @Override
  public void onComplete() {
    whole.complete(bytes.toByteArray());
  }
}
