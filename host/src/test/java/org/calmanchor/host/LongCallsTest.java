package org.calmanchor.host;

import static java.nio.charset.StandardCharsets.UTF_8;
import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.net.InetAddress;
import java.net.Socket;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.stream.Stream;
import org.calmanchor.annotations.Operation;
import org.calmanchor.annotations.PortType;
import org.calmanchor.core.limits.Limit;
import org.calmanchor.testing.Await;
import org.calmanchor.testing.Envelopes;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;

/** Calls that keep their slots without end leave half of them to others. */
class LongCallsTest {
  private static final String NAMESPACE = "urn:lanternquay:swell";
  private static final int HALF = 4;

  private final Swell service = new Swell();
  private final List<Socket> open = new ArrayList<>();

  /** Operations that go on for as long as they are let. */
  @PortType(namespace = NAMESPACE)
  public static class Swell {
    private final CountDownLatch calm = new CountDownLatch(1);
    private final AtomicInteger interruptions = new AtomicInteger();

    @Operation(oneWay = true)
    public void note(String text) throws InterruptedException {
      calm.await();
    }

    @Operation
    public Stream<String> tide() {
      return Stream.generate(() -> "high ".repeat(1_000)).takeWhile(each -> calm.getCount() > 0);
    }

    /** Goes on, whatever others want. */
    @Operation
    public String storm() {
      while (calm.getCount() > 0) {
        try {
          calm.await();
        } catch (InterruptedException ignored) {
          interruptions.incrementAndGet();
        }
      }
      return "over";
    }

    @Operation
    public String ask() {
      return "calm";
    }
  }

  private SoapHost host(Duration times) {
    return SoapHost.onPort(0)
        .serve("/swell", service)
        .limit(Limit.CALLS, 2 * HALF)
        .limit(Limit.CALL_TIME, times)
        .limit(Limit.READ_TIME, times);
  }

  private static Reply call(RunningHost host, String operation) throws IOException {
    String content = operation.equals("note") ? "<text>rising</text>" : "";
    String message = Envelopes.call(NAMESPACE, operation, content);
    return Reply.to(host, "POST /swell", message, "Content-Type: text/xml");
  }

  private static CompletableFuture<Reply> begin(RunningHost host, String operation) {
    return CompletableFuture.supplyAsync(
        () -> {
          try {
            return call(host, operation);
          } catch (IOException failed) {
            throw new IllegalStateException(failed);
          }
        },
        task -> new Thread(task).start());
  }

  @AfterEach
  void end() throws IOException {
    service.calm.countDown();
    for (Socket each : open) {
      each.close();
    }
  }

  @Test
  void oneWayMessages() throws Exception {
    try (RunningHost host = host(Duration.ofSeconds(60)).start()) {
      for (int i = 0; i < HALF; i++) {
        assertThat(call(host, "note").status()).isEqualTo(202);
      }
      Reply refused = call(host, "note");
      assertThat(refused.status()).isEqualTo(503);
      assertThat(refused.header("retry-after")).isNotEmpty();
      assertThat(host.load().refused()).containsExactly(Map.entry(Limit.CALLS, 1L));
      assertThat(host.load().calls()).hasToString("4 of 8");
      assertThat(call(host, "ask").status()).isEqualTo(200);
      service.calm.countDown();
      Await.until("there is room again", () -> call(host, "note").status() == 202);
    }
  }

  @Test
  void callsThatDoNotEndWhenTheyAreInterrupted() throws Exception {
    try (RunningHost host = host(Duration.ofMillis(400)).start()) {
      List<CompletableFuture<Reply>> storms = new ArrayList<>();
      for (int i = 0; i < HALF; i++) {
        storms.add(begin(host, "storm"));
      }
      for (CompletableFuture<Reply> each : storms) {
        assertThat(each.join().status()).isEqualTo(500);
      }
      Await.until("they are stuck", () -> host.calls().stuckCount() == HALF);
      assertThat(service.interruptions.get()).isEqualTo(HALF);
      Await.untilAsserted(
          "further ones are refused",
          () ->
              assertThat(call(host, "storm").body())
                  .contains("Calls that run for long have half of all places now"));
      assertThat(call(host, "ask").status()).isEqualTo(200);
      service.calm.countDown();
    }
  }

  @Test
  void answersWithoutEnd() throws Exception {
    try (RunningHost host = host(Duration.ofMillis(800)).start()) {
      for (int i = 0; i < HALF; i++) {
        InputStream answer = begun(host, "tide");
        CompletableFuture<Long> unused =
            CompletableFuture.supplyAsync(() -> drain(answer), task -> new Thread(task).start());
        assertThat(unused).isNotNull();
      }
      Await.until(
          "further ones are refused",
          () -> {
            byte[] head = begun(host, "tide").readNBytes(12);
            open.remove(open.size() - 1).close();
            return new String(head, UTF_8).endsWith("503");
          });
      assertThat(call(host, "ask").status()).isEqualTo(200);
      assertThat(call(host, "note").status()).isEqualTo(503);
      service.calm.countDown();
    }
  }

  private InputStream begun(RunningHost host, String operation) throws IOException {
    Socket socket = new Socket(InetAddress.getLoopbackAddress(), host.port());
    open.add(socket);
    String message = Envelopes.call(NAMESPACE, operation, "");
    String head =
        "POST /swell HTTP/1.1\r\nHost: localhost\r\nContent-Type: text/xml\r\nContent-Length: "
            + message.length();
    socket.getOutputStream().write((head + "\r\n\r\n" + message).getBytes(UTF_8));
    return socket.getInputStream();
  }

  private static long drain(InputStream answer) {
    try {
      return answer.transferTo(OutputStream.nullOutputStream());
    } catch (IOException closed) {
      return -1;
    }
  }
}
