package org.calmanchor.host;

import java.io.IOException;
import java.net.Socket;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpRequest.BodyPublishers;
import java.net.http.HttpResponse;
import java.net.http.HttpResponse.BodyHandlers;
import java.util.List;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.atomic.AtomicInteger;
import org.calmanchor.annotations.Operation;
import org.calmanchor.annotations.PortType;
import org.calmanchor.core.lifecycle.Readiness;
import org.calmanchor.core.lifecycle.Startable;
import org.calmanchor.testing.Envelopes;
import org.jspecify.annotations.Nullable;

/** A service that notes what happens to it. */
@PortType(namespace = "urn:lanternquay:gate")
public class Gate implements Startable, Readiness, AutoCloseable {
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

  static String message(String operation) {
    return Envelopes.call("urn:lanternquay:gate", operation, "");
  }

  static HttpResponse<String> get(URI address) throws Exception {
    return HttpClient.newHttpClient()
        .send(HttpRequest.newBuilder(address).build(), BodyHandlers.ofString());
  }

  static CompletableFuture<HttpResponse<String>> call(
      HttpClient client, RunningHost host, String operation) {
    return client.sendAsync(
        HttpRequest.newBuilder(host.address("/gate"))
            .header("Content-Type", "text/xml")
            .POST(BodyPublishers.ofString(message(operation)))
            .build(),
        BodyHandlers.ofString());
  }

  static boolean isRefused(RunningHost host) {
    try (Socket socket = new Socket("localhost", host.port())) {
      return !socket.isConnected();
    } catch (IOException refused) {
      return true;
    }
  }
}
