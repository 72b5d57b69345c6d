package org.calmanchor.host;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatExceptionOfType;

import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.net.Socket;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpRequest.BodyPublishers;
import java.net.http.HttpResponse;
import java.net.http.HttpResponse.BodyHandlers;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.util.List;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.CompletionStage;
import java.util.concurrent.CopyOnWriteArrayList;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicInteger;
import org.calmanchor.annotations.Operation;
import org.calmanchor.annotations.PortType;
import org.calmanchor.core.lifecycle.Readiness;
import org.calmanchor.core.lifecycle.Startable;
import org.calmanchor.core.limits.Limit;
import org.calmanchor.testing.Await;
import org.calmanchor.testing.Envelopes;
import org.jspecify.annotations.Nullable;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** How a host begins and ends. */
final class DrainTest {
  /** No limit yet (RFC 9113, section 6.8). */
  private static final int ANY_STREAM = Integer.MAX_VALUE;

  private final List<String> events = new CopyOnWriteArrayList<>();

  private static String message(String operation) {
    return Envelopes.call("urn:lanternquay:gate", operation, "");
  }

  /** A service that notes what happens to it. */
  @PortType(namespace = "urn:lanternquay:gate")
  public static class Gate implements Startable, Readiness, AutoCloseable {
    private final List<String> events;
    private final String name;
    final AtomicInteger opened = new AtomicInteger();
    final CountDownLatch entered = new CountDownLatch(1);
    final CountDownLatch leave = new CountDownLatch(1);
    volatile @Nullable String reason;

    Gate(String name, List<String> events) {
      this.name = name;
      this.events = events;
    }

    @Operation
    public String open() {
      opened.incrementAndGet();
      return "open " + name;
    }

    @Operation
    public String slow() throws InterruptedException {
      entered.countDown();
      leave.await();
      return "at last";
    }

    @Operation
    public int tooLarge() {
      return new byte[Integer.MAX_VALUE].length;
    }

    @Operation
    public String exhausted() {
      throw new OutOfMemoryError("Java heap space");
    }

    @Override
    public void start() {
      if (name.equals("broken")) {
        throw new IllegalStateException("no key");
      }
      events.add("start " + name);
    }

    @Override
    public void close() {
      events.add("close " + name);
    }

    @Override
    public @Nullable String reasonNotReady() {
      return reason;
    }
  }

  private Gate gate(String name) {
    return new Gate(name, events);
  }

  private static HttpResponse<String> get(URI address) throws Exception {
    return HttpClient.newHttpClient()
        .send(HttpRequest.newBuilder(address).build(), BodyHandlers.ofString());
  }

  private static CompletableFuture<HttpResponse<String>> call(
      HttpClient client, RunningHost host, String operation) {
    return client.sendAsync(
        HttpRequest.newBuilder(host.address("/gate"))
            .header("Content-Type", "text/xml")
            .POST(BodyPublishers.ofString(message(operation)))
            .build(),
        BodyHandlers.ofString());
  }

  @Test
  void servesOnWhileItIsNotReadyAndAnswersWhatItHasRead() throws Exception {
    Gate gate = gate("west");
    HttpClient client = HttpClient.newHttpClient();
    RunningHost host =
        SoapHost.onPort(0).drainTime(Duration.ofSeconds(3)).serve("/gate", gate).start();
    assertThat(get(host.healthAddress("ready")).body()).isEqualTo("ready\n");
    HttpResponse<String> before = call(client, host, "open").get();
    assertThat(before.headers().firstValue("Connection")).isEmpty();
    CompletableFuture<HttpResponse<String>> running = call(client, host, "slow");
    assertThat(gate.entered.await(60, TimeUnit.SECONDS)).isTrue();

    CompletableFuture<Boolean> drained = CompletableFuture.supplyAsync(host::drain);
    Await.until("not ready", () -> get(host.healthAddress("ready")).statusCode() == 503);
    // Others may not know yet: what they send is served.
    assertThat(call(HttpClient.newHttpClient(), host, "open").get().statusCode()).isEqualTo(200);
    assertThat(get(host.healthAddress("live")).statusCode()).isEqualTo(200);
    Await.until("the drain time is over", () -> isRefused(host));
    assertThat(drained).isNotDone();
    assertThat(events).containsExactly("start west");
    gate.leave.countDown();

    HttpResponse<String> answer = running.get();
    assertThat(answer.statusCode()).isEqualTo(200);
    assertThat(answer.body()).contains("at last");
    assertThat(answer.headers().firstValue("Connection")).hasValue("close");
    assertThat(drained.get(60, TimeUnit.SECONDS)).isTrue();
    assertThat(events).containsExactly("start west", "close west");
    assertThatExceptionOfType(IOException.class)
        .isThrownBy(() -> new Socket("localhost", host.port()).close());
  }

  private static boolean isRefused(RunningHost host) {
    try (Socket socket = new Socket("localhost", host.port())) {
      return !socket.isConnected();
    } catch (IOException refused) {
      return true;
    }
  }

  /** The head of the message was read, so it is answered, even if it arrives in pieces. */
  @Test
  void answersAMessageThatArrivesSlowlyWhileItStops() throws Exception {
    RunningHost host =
        SoapHost.onPort(0).drainTime(Duration.ofMillis(1)).serve("/gate", gate("west")).start();
    byte[] message = message("open").getBytes(StandardCharsets.UTF_8);
    try (Socket socket = new Socket("localhost", host.port())) {
      OutputStream out = socket.getOutputStream();
      out.write(
          ("POST /gate HTTP/1.1\r\nHost: localhost\r\nContent-Type: text/xml\r\nContent-Length: "
                  + message.length
                  + "\r\n\r\n")
              .getBytes(StandardCharsets.US_ASCII));
      out.write(message, 0, 40);
      out.flush();
      Await.until("the head was read", () -> host.calls().memory().takenBytes() > 0);
      CompletableFuture<Boolean> drained = CompletableFuture.supplyAsync(host::drain);
      for (int at = 40; at < message.length; at += 40) {
        Thread.sleep(100);
        out.write(message, at, Math.min(40, message.length - at));
      }
      InputStream in = socket.getInputStream();
      assertThat(new String(in.readAllBytes(), StandardCharsets.UTF_8))
          .startsWith("HTTP/1.1 200 ")
          .containsIgnoringCase("Connection: close")
          .contains("open west");
      assertThat(drained.get(60, TimeUnit.SECONDS)).isTrue();
    }
  }

  /** Some clients give up all their streams at GOAWAY, whatever it says. */
  @Test
  void clientsOfHttp2AreToldToGoWhenTheyHaveTheirAnswers() throws Exception {
    Gate gate = gate("west");
    RunningHost host =
        SoapHost.onPort(0).drainTime(Duration.ofMillis(1)).serve("/gate", gate).start();
    try (RawHttp2 client = new RawHttp2(host, 65_535)) {
      client.post("/gate", "text/xml", message("slow"));
      assertThat(gate.entered.await(60, TimeUnit.SECONDS)).isTrue();
      CompletableFuture<Boolean> drained = CompletableFuture.supplyAsync(host::drain);
      Await.until("it listens no more", () -> isRefused(host));
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
    Gate gate = gate("west");
    RunningHost host =
        SoapHost.onPort(0).drainTime(Duration.ofSeconds(1)).serve("/gate", gate).start();
    try (RawHttp2 client = new RawHttp2(host, 65_535)) {
      client.post("/gate", "text/xml", message("slow"));
      assertThat(gate.entered.await(60, TimeUnit.SECONDS)).isTrue();
      CompletableFuture<Boolean> drained = CompletableFuture.supplyAsync(host::drain);
      Await.until("not ready", () -> get(host.healthAddress("ready")).statusCode() == 503);
      client.post("/gate", "text/xml", message("open"));
      assertThat(client.answer()).contains("open west");
      assertThat(client.lastStream()).isEqualTo(ANY_STREAM);
      // What crossed the first frame on its way is served.
      client.post("/gate", "text/xml", message("open"));
      assertThat(client.answer()).contains("open west");
      gate.leave.countDown();
      assertThat(client.answer()).contains("at last");
      assertThat(client.lastStream()).isEqualTo(5);
      assertThat(drained.get(60, TimeUnit.SECONDS)).isTrue();
    }
  }

  @Test
  void saysThatAnAnswerWasNotDelivered() throws Exception {
    Gate gate = gate("west");
    RunningHost host =
        SoapHost.onPort(0).drainTime(Duration.ofMillis(1)).serve("/gate", gate).start();
    try (RawHttp2 client = new RawHttp2(host, 65_535)) {
      client.post("/gate", "text/xml", message("slow"));
      assertThat(gate.entered.await(60, TimeUnit.SECONDS)).isTrue();
      CompletableFuture<Boolean> drained = CompletableFuture.supplyAsync(host::drain);
      Await.until("it listens no more", () -> isRefused(host));
      client.reset(1);
      gate.leave.countDown();
      assertThat(drained.get(60, TimeUnit.SECONDS)).isFalse();
    }
  }

  /** A call that was made is answered, also at the moment at which the host ends. */
  @ParameterizedTest
  @ValueSource(booleans = {false, true})
  void answersEachCallThatItHasMadeUnderLoad(boolean isHttp2) throws Exception {
    Gate gate = gate("west");
    RunningHost host =
        SoapHost.onPort(0).drainTime(Duration.ofMillis(500)).serve("/gate", gate).start();
    AtomicInteger answers = new AtomicInteger();
    ExecutorService callers = Executors.newCachedThreadPool();
    for (int i = 0; i < 8; i++) {
      callers.execute(
          () -> {
            while (!isRefused(host)) {
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
            client.post("/gate", "text/xml", message("open"));
            client.answer();
            answers.incrementAndGet();
          }
        }
      } else {
        HttpClient client = HttpClient.newHttpClient();
        while (true) {
          call(client, host, "open").get();
          answers.incrementAndGet();
        }
      }
    } catch (IOException | ExecutionException | InterruptedException closed) {
      assertThat(closed).isNotInstanceOf(InterruptedException.class);
    }
  }

  @Test
  void breaksCallsOffThatTakeLongerThanTheStopTime() throws Exception {
    Gate gate = gate("west");
    RunningHost host =
        SoapHost.onPort(0).stopTime(Duration.ofMillis(200)).serve("/gate", gate).start();
    CompletableFuture<HttpResponse<String>> running =
        call(HttpClient.newHttpClient(), host, "slow");
    assertThat(gate.entered.await(60, TimeUnit.SECONDS)).isTrue();
    assertThat(host.drain()).isFalse();
    assertThat(running).failsWithin(Duration.ofSeconds(10));
    gate.leave.countDown();
  }

  /** A service may ask for an array that no heap holds; that harms nobody else. */
  @Test
  void isNotReadyWhenTheHeapIsExhausted() throws Exception {
    try (RunningHost host = SoapHost.onPort(0).serve("/gate", gate("west")).start()) {
      HttpClient client = HttpClient.newHttpClient();
      CompletionStage<OutOfMemoryError> exhausted = host.calls().memory().whenExhausted();
      assertThat(call(client, host, "tooLarge").get().body()).contains("ca:incident");
      assertThat(exhausted.toCompletableFuture()).isNotDone();
      assertThat(host.reasonNotReady()).isNull();
      HttpResponse<String> fault = call(client, host, "exhausted").get();
      assertThat(fault.statusCode()).isEqualTo(500);
      assertThat(fault.body()).contains("ca:incident").doesNotContain("heap");
      assertThat(exhausted.toCompletableFuture()).isDone();
      Await.untilAsserted(
          "it is not ready",
          () ->
              assertThat(get(host.healthAddress("ready")).body())
                  .isEqualTo(
                      "not ready: the heap was exhausted; the process has to be started anew\n"));
      assertThat(get(host.healthAddress("live")).statusCode()).isEqualTo(200);
    }
  }

  @Test
  void objectsAreStartedInOrderAndClosedInTheOppositeOrder() throws Exception {
    Gate shared = gate("shared");
    try (RunningHost host =
        SoapHost.onPort(0)
            .serve("/gate", shared)
            .serve("/east", gate("east"))
            .serve("/same", shared)
            .start()) {
      assertThat(get(host.healthAddress("ready")).statusCode()).isEqualTo(200);
      shared.reason = "the lamp is out";
      Await.untilAsserted(
          "the service was asked again",
          () ->
              assertThat(get(host.healthAddress("ready")).body())
                  .isEqualTo("not ready: the lamp is out\n"));
    }
    assertThat(events).containsExactly("start shared", "start east", "close east", "close shared");

    events.clear();
    SoapHost broken =
        SoapHost.onPort(0)
            .serve("/gate", gate("west"))
            .serve("/b", gate("broken"))
            .serve("/c", gate("never"));
    assertThatExceptionOfType(IllegalStateException.class)
        .isThrownBy(broken::start)
        .withMessage("Gate could not start: no key");
    assertThat(events).containsExactly("start west", "close broken", "close west");
  }

  @Test
  void replacedObjectsAreClosedWhenTheirCallsAreOver() throws Exception {
    Gate former = gate("former");
    Gate kept = gate("kept");
    try (RunningHost host =
        SoapHost.onPort(0).reloads(true).serve("/kept", kept).serve("/gate", former).start()) {
      CompletableFuture<HttpResponse<String>> running =
          call(HttpClient.newHttpClient(), host, "slow");
      assertThat(former.entered.await(60, TimeUnit.SECONDS)).isTrue();
      SoapHost.onPort(0)
          .serve("/gate", gate("next"))
          .serve("/kept", kept)
          .replaceServicesOf(host, "nothing");
      assertThat(call(HttpClient.newHttpClient(), host, "open").get().body()).contains("open next");
      // Time itself: what is not to happen cannot be waited for.
      Thread.sleep(1_500);
      assertThat(events).containsExactly("start kept", "start former", "start next");
      former.leave.countDown();
      assertThat(running.get().body()).contains("at last");
      Await.until("the former one was closed", () -> events.size() >= 4);
      assertThat(events).last().isEqualTo("close former");

      SoapHost broken = SoapHost.onPort(0).serve("/kept", kept).serve("/gate", gate("broken"));
      assertThatExceptionOfType(IllegalStateException.class)
          .isThrownBy(() -> broken.replaceServicesOf(host, "nothing"));
      assertThat(events).last().isEqualTo("close broken");
      assertThat(call(HttpClient.newHttpClient(), host, "open").get().body()).contains("open next");
    }
    assertThat(events.subList(5, events.size())).containsExactly("close kept", "close next");
  }

  @Test
  void healthHasAPortOfItsOwnThatAnswersUnderFullLoad() throws Exception {
    Gate gate = gate("west");
    try (RunningHost host =
        SoapHost.onPort(0)
            .healthPort(0)
            .healthPath("/harbor/state")
            .limit(Limit.CALLS, 1)
            .serve("/gate", gate)
            .start()) {
      CompletableFuture<HttpResponse<String>> running =
          call(HttpClient.newHttpClient(), host, "slow");
      assertThat(gate.entered.await(60, TimeUnit.SECONDS)).isTrue();
      assertThat(call(HttpClient.newHttpClient(), host, "open").get().statusCode()).isEqualTo(503);
      URI ready = host.healthAddress("ready");
      assertThat(ready.getPort()).isNotEqualTo(host.port());
      assertThat(ready.getPath()).isEqualTo("/harbor/state/ready");
      assertThat(get(ready).body()).isEqualTo("ready\n");
      assertThat(get(host.healthAddress("info")).body()).contains("\"started\":\"20");
      assertThat(get(ready.resolve("/gate?wsdl")).statusCode()).isEqualTo(404);
      gate.leave.countDown();
      assertThat(running.get().statusCode()).isEqualTo(200);
      assertThat(get(host.address("/harbor/state/ready")).statusCode()).isEqualTo(404);
    }
  }
}
