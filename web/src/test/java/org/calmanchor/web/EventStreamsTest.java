package org.calmanchor.web;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.ByteArrayOutputStream;
import java.io.OutputStream;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.TimeUnit;
import org.calmanchor.web.exchange.ExchangeEvents;
import org.calmanchor.web.http.HttpResponse;
import org.junit.jupiter.api.Test;

class EventStreamsTest {
  private static final String EVENT = "data: exchanges\n\n:\n\n";

  private final CountDownLatch isWriting = new CountDownLatch(1);
  private final CountDownLatch mayWrite = new CountDownLatch(1);

  /** An answer whose reader takes the first event at once, and the second one later. */
  private final class SlowAnswer implements HttpResponse {
    final ByteArrayOutputStream read = new ByteArrayOutputStream();

    @Override
    public void status(int status) {
      assertThat(status).isEqualTo(200);
    }

    @Override
    public void header(String name, String value) {
      assertThat(value).isNotEmpty();
    }

    @Override
    public OutputStream output() {
      if (read.size() > 0) {
        isWriting.countDown();
        try {
          assertThat(mayWrite.await(10, TimeUnit.SECONDS)).isTrue();
        } catch (InterruptedException stopped) {
          throw new AssertionError(stopped);
        }
      }
      return read;
    }

    @Override
    public void abort() {
      throw new AssertionError("broken off");
    }
  }

  @Test
  void endAfterTheEventThatIsBeingWritten() throws Exception {
    ExchangeEvents events = new ExchangeEvents();
    SlowAnswer answer = new SlowAnswer();
    CompletableFuture<Void> ended =
        events.open(Exchange.get("/light?page=events"), answer).toCompletableFuture();
    events.added("/light");
    assertThat(isWriting.await(10, TimeUnit.SECONDS)).isTrue();
    events.close();
    assertThat(ended).isNotDone();
    mayWrite.countDown();
    ended.get(10, TimeUnit.SECONDS);
    assertThat(answer.read).hasToString(EVENT + EVENT);
  }
}
