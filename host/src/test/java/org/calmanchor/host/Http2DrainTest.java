package org.calmanchor.host;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.net.http.HttpClient;
import java.time.Duration;
import java.util.ArrayList;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicInteger;
import org.calmanchor.testing.Await;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** Calls under HTTP/2 and under load while a host ends. */
final class Http2DrainTest {
  /** No limit yet (RFC 9113, section 6.8). */
  private static final int ANY_STREAM = Integer.MAX_VALUE;

  /** Some clients give up all their streams at GOAWAY, whatever it says. */
  @Test
  void clientsOfHttp2AreToldToGoWhenTheyHaveTheirAnswers() throws Exception {
    Gate gate = new Gate("west", new ArrayList<>());
    RunningHost host =
        SoapHost.onPort(0).drainTime(Duration.ofMillis(1)).serve("/gate", gate).start();
    try (RawHttp2 client = new RawHttp2(host, 65_535)) {
      client.post("/gate", "text/xml", Gate.message("slow"));
      assertThat(gate.entered.await(60, TimeUnit.SECONDS)).isTrue();
      CompletableFuture<Boolean> drained = CompletableFuture.supplyAsync(host::drain);
      Await.until("it listens no more", () -> Gate.isRefused(host));
      gate.leave.countDown();
      assertThat(client.answer()).contains("at last");
      assertThat(client.goAwayFrames()).isZero();
      assertThat(client.lastStream()).isEqualTo(ANY_STREAM);
      assertThat(client.lastStream()).isEqualTo(1);
      assertThat(drained.get(60, TimeUnit.SECONDS)).isTrue();
    }
  }

  /** RFC 9113, section 6.8: a client that opens new streams all the time is told in two steps. */
  @Test
  void busyClientsOfHttp2AreToldToGoFromHalfOfTheDrainTimeOn() throws Exception {
    Gate gate = new Gate("west", new ArrayList<>());
    RunningHost host =
        SoapHost.onPort(0).drainTime(Duration.ofSeconds(3)).serve("/gate", gate).start();
    try (RawHttp2 client = new RawHttp2(host, 65_535)) {
      client.post("/gate", "text/xml", Gate.message("slow"));
      assertThat(gate.entered.await(60, TimeUnit.SECONDS)).isTrue();
      CompletableFuture<Boolean> drained = CompletableFuture.supplyAsync(host::drain);
      Await.until("not ready", () -> Gate.get(host.healthAddress("ready")).statusCode() == 503);
      client.post("/gate", "text/xml", Gate.message("open"));
      assertThat(client.answer()).contains("open west");
      assertThat(client.lastStream()).isEqualTo(ANY_STREAM);
      // What crossed the first frame on its way is served.
      client.post("/gate", "text/xml", Gate.message("open"));
      assertThat(client.answer()).contains("open west");
      gate.leave.countDown();
      assertThat(client.answer()).contains("at last");
      assertThat(client.lastStream()).isEqualTo(5);
      assertThat(drained.get(60, TimeUnit.SECONDS)).isTrue();
    }
  }

  @Test
  void saysThatAnAnswerWasNotDelivered() throws Exception {
    Gate gate = new Gate("west", new ArrayList<>());
    RunningHost host =
        SoapHost.onPort(0).drainTime(Duration.ofMillis(1)).serve("/gate", gate).start();
    try (RawHttp2 client = new RawHttp2(host, 65_535)) {
      client.post("/gate", "text/xml", Gate.message("slow"));
      assertThat(gate.entered.await(60, TimeUnit.SECONDS)).isTrue();
      CompletableFuture<Boolean> drained = CompletableFuture.supplyAsync(host::drain);
      Await.until("it listens no more", () -> Gate.isRefused(host));
      client.reset(1);
      gate.leave.countDown();
      assertThat(drained.get(60, TimeUnit.SECONDS)).isFalse();
    }
  }

  /** A call that was made is answered, also at the moment at which the host ends. */
  @ParameterizedTest
  @ValueSource(booleans = {false, true})
  void answersEachCallThatItHasMadeUnderLoad(boolean isHttp2) throws Exception {
    Gate gate = new Gate("west", new ArrayList<>());
    RunningHost host =
        SoapHost.onPort(0).drainTime(Duration.ofMillis(500)).serve("/gate", gate).start();
    AtomicInteger answers = new AtomicInteger();
    ExecutorService callers = Executors.newCachedThreadPool();
    for (int i = 0; i < 8; i++) {
      callers.execute(
          () -> {
            while (!Gate.isRefused(host)) {
              callWhileItLasts(host, isHttp2, answers);
            }
          });
    }
    Await.until("calls are made", () -> gate.opened.get() > 100);
    assertThat(host.drain()).isTrue();
    callers.shutdown();
    assertThat(callers.awaitTermination(60, TimeUnit.SECONDS)).isTrue();
    assertThat(answers.get()).isEqualTo(gate.opened.get());
  }

  /** Calls on one connection, until the host closes it. */
  private static void callWhileItLasts(RunningHost host, boolean isHttp2, AtomicInteger answers) {
    try {
      if (isHttp2) {
        try (RawHttp2 client = new RawHttp2(host, 65_535)) {
          while (client.goAwayFrames() == 0) {
            client.post("/gate", "text/xml", Gate.message("open"));
            client.answer();
            answers.incrementAndGet();
          }
        }
      } else {
        HttpClient client = HttpClient.newHttpClient();
        while (true) {
          Gate.call(client, host, "open").get();
          answers.incrementAndGet();
        }
      }
    } catch (IOException | ExecutionException | InterruptedException closed) {
      assertThat(closed).isNotInstanceOf(InterruptedException.class);
    }
  }
}
