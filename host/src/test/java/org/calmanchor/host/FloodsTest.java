package org.calmanchor.host;

import static java.nio.charset.StandardCharsets.UTF_8;
import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.lang.management.ManagementFactory;
import java.util.ArrayList;
import java.util.Base64;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.concurrent.CompletableFuture;
import org.calmanchor.core.access.Caller;
import org.calmanchor.core.limits.Limit;
import org.calmanchor.testing.Await;
import org.calmanchor.testing.Envelopes;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;

/** Floods take their own connection or share, and nothing from good callers. */
class FloodsTest {
  private static final int FRAMES = 200_000;
  private static final long MOST_MORE_BYTES = 64L << 20;
  private static final int MOST_MORE_THREADS = 30;
  private static final String BLINK =
      Envelopes.call("urn:lanternquay:light", "blink", "<text>on</text>");
  private static final String SLOW = Envelopes.call("urn:lanternquay:light", "slow", "");

  private static Reply blink(RunningHost host, String... headers) throws Exception {
    List<String> all = new ArrayList<>(List.of(headers));
    all.add("Content-Type: text/xml");
    return Reply.to(host, "POST /light", BLINK, all.toArray(String[]::new));
  }

  private static long usedBytes() {
    System.gc();
    Runtime runtime = Runtime.getRuntime();
    return runtime.totalMemory() - runtime.freeMemory();
  }

  private static int threads() {
    return ManagementFactory.getThreadMXBean().getThreadCount();
  }

  @ParameterizedTest
  @EnumSource(RawHttp2.Flood.class)
  void servesOthersAndStaysLevel(RawHttp2.Flood kind) throws Exception {
    try (RunningHost host = SoapHost.onPort(0).serve("/light", new Lighthouse()).start()) {
      assertThat(blink(host).status()).isEqualTo(200);
      long bytes = usedBytes();
      int threads = threads();
      try (RawHttp2 client = new RawHttp2(host, 1 << 20)) {
        CompletableFuture<Integer> flood =
            CompletableFuture.supplyAsync(() -> client.flood(kind, FRAMES));
        do {
          assertThat(blink(host).status()).isEqualTo(200);
        } while (!flood.isDone());
        // Frames for flow control cost next to nothing, and may be many.
        boolean isClosed = kind != RawHttp2.Flood.WINDOW_UPDATE;
        assertThat(flood.join() < FRAMES).as("whether it was closed").isEqualTo(isClosed);
        assertThat(threads() - threads).isLessThan(MOST_MORE_THREADS);
        assertThat(usedBytes() - bytes).isLessThan(MOST_MORE_BYTES);
      }
      assertThat(blink(host).status()).isEqualTo(200);
      Await.until("all calls have ended", () -> host.calls().count() == 0);
    }
  }

  private static String credentials(String name) {
    return "Authorization: Basic "
        + Base64.getEncoder().encodeToString((name + ":x").getBytes(UTF_8));
  }

  @Test
  void givesEachCallerItsShare() throws Exception {
    Lighthouse service = new Lighthouse();
    try (RunningHost host =
        SoapHost.onPort(0)
            .serve("/light", service)
            .callers((name, password) -> Optional.of(Caller.of(name)))
            .limit(Limit.CALLS_PER_CALLER, 1)
            .start()) {
      CompletableFuture<Reply> slow =
          CompletableFuture.supplyAsync(
              () -> {
                try {
                  return Reply.to(
                      host, "POST /light", SLOW, "Content-Type: text/xml", credentials("ines"));
                } catch (IOException failed) {
                  throw new IllegalStateException(failed);
                }
              });
      service.entered.await();
      Reply refused = blink(host, credentials("ines"));
      assertThat(refused.status()).isEqualTo(429);
      assertThat(refused.header("retry-after")).isEqualTo("1");
      assertThat(refused.body())
          .isEqualTo("Too many of your calls are running; try again shortly.\n");
      assertThat(blink(host, credentials("bram")).status()).isEqualTo(200);
      service.leave.countDown();
      assertThat(slow.join().status()).isEqualTo(200);
      Set<Integer> later = new TreeSet<>();
      for (int i = 0; i < 200 && !later.contains(200); i++) {
        // The slot is free when the call has ended, which may be after its last byte.
        later.add(blink(host, credentials("ines")).status());
      }
      assertThat(later).contains(200);
    }
  }

  @Test
  void letsACallerBeginSoManyCallsInASecond() throws Exception {
    try (RunningHost host =
        SoapHost.onPort(0)
            .serve("/light", new Lighthouse())
            .callers((name, password) -> Optional.of(Caller.of(name)))
            .limit(Limit.RATE_PER_CALLER, 3)
            .start()) {
      Set<String> refused = new TreeSet<>();
      for (int i = 0; i < 30; i++) {
        Reply reply = blink(host, credentials("ines"));
        if (reply.status() == 429) {
          refused.add(reply.body());
        }
      }
      assertThat(refused)
          .containsExactly("You have begun too many calls in a second; try again shortly.\n");
      assertThat(host.load().refused()).containsOnlyKeys(Limit.RATE_PER_CALLER);
      assertThat(blink(host, credentials("bram")).status()).isEqualTo(200);
    }
  }

  @Test
  void letsAnAddressBeginSoManyCallsInASecond() throws Exception {
    try (RunningHost host =
        SoapHost.onPort(0)
            .serve("/light", new Lighthouse())
            .trustedProxies("127.0.0.1")
            .limit(Limit.RATE_PER_ADDRESS, 3)
            .start()) {
      Set<String> refused = new TreeSet<>();
      for (int i = 0; i < 30; i++) {
        Reply reply = blink(host, "X-Forwarded-For: 192.0.2.1");
        if (reply.status() == 429) {
          refused.add(reply.body());
        }
      }
      assertThat(refused)
          .containsExactly(
              "Too many calls came from your address in a second; try again shortly.\n");
      assertThat(host.load().refused()).containsOnlyKeys(Limit.RATE_PER_ADDRESS);
      assertThat(blink(host, "X-Forwarded-For: 192.0.2.2").status()).isEqualTo(200);
    }
  }
}
