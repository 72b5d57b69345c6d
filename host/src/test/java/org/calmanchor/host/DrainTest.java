package org.calmanchor.host;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatExceptionOfType;

import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.net.Socket;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.util.List;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.CompletionStage;
import java.util.concurrent.CopyOnWriteArrayList;
import java.util.concurrent.TimeUnit;
import org.calmanchor.core.limits.Limit;
import org.calmanchor.testing.Await;
import org.junit.jupiter.api.Test;

/** How a host begins and ends. */
final class DrainTest {
  private final List<String> events = new CopyOnWriteArrayList<>();

  private Gate gate(String name) {
    return new Gate(name, events);
  }

  @Test
  void servesOnWhileItIsNotReadyAndAnswersWhatItHasRead() throws Exception {
    Gate gate = gate("west");
    HttpClient client = HttpClient.newHttpClient();
    RunningHost host =
        SoapHost.onPort(0).drainTime(Duration.ofSeconds(3)).serve("/gate", gate).start();
    assertThat(Gate.get(host.healthAddress("ready")).body()).isEqualTo("ready\n");
    HttpResponse<String> before = Gate.call(client, host, "open").get();
    assertThat(before.headers().firstValue("Connection")).isEmpty();
    CompletableFuture<HttpResponse<String>> running = Gate.call(client, host, "slow");
    assertThat(gate.entered.await(60, TimeUnit.SECONDS)).isTrue();

    CompletableFuture<Boolean> drained = CompletableFuture.supplyAsync(host::drain);
    Await.until("not ready", () -> Gate.get(host.healthAddress("ready")).statusCode() == 503);
    // Others may not know yet: what they send is served.
    assertThat(Gate.call(HttpClient.newHttpClient(), host, "open").get().statusCode())
        .isEqualTo(200);
    assertThat(Gate.get(host.healthAddress("live")).statusCode()).isEqualTo(200);
    Await.until("the drain time is over", () -> Gate.isRefused(host));
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

  /** The head of the message was read, so it is answered, even if it arrives in pieces. */
  @Test
  void answersAMessageThatArrivesSlowlyWhileItStops() throws Exception {
    RunningHost host =
        SoapHost.onPort(0).drainTime(Duration.ofMillis(1)).serve("/gate", gate("west")).start();
    byte[] message = Gate.message("open").getBytes(StandardCharsets.UTF_8);
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

  @Test
  void breaksCallsOffThatTakeLongerThanTheStopTime() throws Exception {
    Gate gate = gate("west");
    RunningHost host =
        SoapHost.onPort(0).stopTime(Duration.ofMillis(200)).serve("/gate", gate).start();
    CompletableFuture<HttpResponse<String>> running =
        Gate.call(HttpClient.newHttpClient(), host, "slow");
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
      assertThat(Gate.call(client, host, "tooLarge").get().body()).contains("ca:incident");
      assertThat(exhausted.toCompletableFuture()).isNotDone();
      assertThat(host.reasonNotReady()).isNull();
      HttpResponse<String> fault = Gate.call(client, host, "exhausted").get();
      assertThat(fault.statusCode()).isEqualTo(500);
      assertThat(fault.body()).contains("ca:incident").doesNotContain("heap");
      assertThat(exhausted.toCompletableFuture()).isDone();
      Await.untilAsserted(
          "it is not ready",
          () ->
              assertThat(Gate.get(host.healthAddress("ready")).body())
                  .isEqualTo(
                      "not ready: the heap was exhausted; the process has to be started anew\n"));
      assertThat(Gate.get(host.healthAddress("live")).statusCode()).isEqualTo(200);
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
      assertThat(Gate.get(host.healthAddress("ready")).statusCode()).isEqualTo(200);
      shared.reason = "the lamp is out";
      Await.untilAsserted(
          "the service was asked again",
          () ->
              assertThat(Gate.get(host.healthAddress("ready")).body())
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
          Gate.call(HttpClient.newHttpClient(), host, "slow");
      assertThat(former.entered.await(60, TimeUnit.SECONDS)).isTrue();
      SoapHost.onPort(0)
          .serve("/gate", gate("next"))
          .serve("/kept", kept)
          .replaceServicesOf(host, "nothing");
      assertThat(Gate.call(HttpClient.newHttpClient(), host, "open").get().body())
          .contains("open next");
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
      assertThat(Gate.call(HttpClient.newHttpClient(), host, "open").get().body())
          .contains("open next");
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
          Gate.call(HttpClient.newHttpClient(), host, "slow");
      assertThat(gate.entered.await(60, TimeUnit.SECONDS)).isTrue();
      assertThat(Gate.call(HttpClient.newHttpClient(), host, "open").get().statusCode())
          .isEqualTo(503);
      URI ready = host.healthAddress("ready");
      assertThat(ready.getPort()).isNotEqualTo(host.port());
      assertThat(ready.getPath()).isEqualTo("/harbor/state/ready");
      assertThat(Gate.get(ready).body()).isEqualTo("ready\n");
      assertThat(Gate.get(host.healthAddress("info")).body()).contains("\"started\":\"20");
      assertThat(Gate.get(ready.resolve("/gate?wsdl")).statusCode()).isEqualTo(404);
      gate.leave.countDown();
      assertThat(running.get().statusCode()).isEqualTo(200);
      assertThat(Gate.get(host.address("/harbor/state/ready")).statusCode()).isEqualTo(404);
    }
  }
}
