package org.calmanchor.core.endpoint;

import java.io.IOException;
import java.io.InputStream;
import java.math.BigDecimal;
import java.util.List;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.CompletionStage;
import java.util.concurrent.CopyOnWriteArrayList;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import org.calmanchor.annotations.Binary;
import org.calmanchor.annotations.Element;
import org.calmanchor.annotations.Operation;
import org.calmanchor.annotations.PortType;
import org.calmanchor.testing.Envelopes;

/** A service whose calls are large, slow, or curious about themselves. */
@PortType(namespace = "urn:lanternquay:works")
public class Works implements AutoCloseable {
  final List<String> notes = new CopyOnWriteArrayList<>();
  final CountDownLatch released = new CountDownLatch(1);
  final AtomicInteger closed = new AtomicInteger();
  volatile CompletableFuture<String> pending = new CompletableFuture<>();

  public record Sizes(@Element(minOccurs = 0) String label, int width, int height) {}

  static String envelope(String body) {
    return envelope("", body);
  }

  static String envelope(String header, String body) {
    return "<e:Envelope xmlns:e='"
        + Envelopes.SOAP_11
        + "' xmlns='urn:lanternquay:works' xmlns:xsi='http://www.w3.org/2001/XMLSchema-instance'"
        + " xmlns:x='http://www.w3.org/2001/XMLSchema'>"
        + header
        + "<e:Body>"
        + body
        + "</e:Body></e:Envelope>";
  }

  static Call call(String body) {
    return Call.of(envelope(body), "text/xml");
  }

  @Operation
  public Stream<Integer> count(int to) {
    return IntStream.range(0, to)
        .mapToObj(
            i -> {
              if (i == 50_000) {
                throw new IllegalStateException("secret: no such row");
              }
              return i;
            })
        .onClose(closed::incrementAndGet);
  }

  @Operation
  public long sum(String label, Stream<Integer> numbers) {
    return label.equals("none") ? 0 : numbers.mapToLong(Integer::longValue).sum();
  }

  @Operation
  public Stream<Integer> doubled(Stream<Integer> numbers) {
    return numbers.map(number -> number * 2);
  }

  @Operation
  public Binary turned(Binary picture) throws IOException {
    try (InputStream in = picture.open()) {
      byte[] bytes = in.readAllBytes();
      for (int i = 0; i < bytes.length / 2; i++) {
        byte kept = bytes[i];
        bytes[i] = bytes[bytes.length - 1 - i];
        bytes[bytes.length - 1 - i] = kept;
      }
      return Binary.of(bytes);
    }
  }

  @Operation
  public int weigh(byte[] load) {
    return load.length;
  }

  @Operation
  public BigDecimal exact(BigDecimal value) {
    return value;
  }

  @Operation
  public int area(Sizes sizes) {
    return sizes.width() * sizes.height();
  }

  @Operation
  public String text(String text) {
    return text;
  }

  @Operation
  public String sleep(int millis) throws InterruptedException {
    Thread.sleep(millis);
    return "awake";
  }

  @Operation
  public String stubborn() {
    while (released.getCount() > 0) {
      try {
        released.await();
      } catch (InterruptedException ignored) {
        Thread.onSpinWait();
      }
    }
    return "at last";
  }

  @Operation
  public int keep(List<String> texts) throws InterruptedException {
    released.await();
    return texts.size();
  }

  @Operation(oneWay = true)
  public void note(String text) {
    notes.add(text);
  }

  @Operation(oneWay = true)
  public CompletionStage<Void> noteLater() {
    return CompletableFuture.runAsync(
        () -> {
          throw new IllegalStateException("secret: the note was lost");
        });
  }

  @Operation
  public CompletionStage<String> later() {
    return pending;
  }

  @Operation
  public String fail() {
    throw new StackOverflowError("secret");
  }

  @Operation
  public String who() {
    CallContext call = CallContext.current();
    return call.operation()
        + " "
        + call.version().title()
        + " "
        + call.remoteAddress()
        + " "
        + call.transportHeader("User-Agent").orElse("nobody")
        + " "
        + call.incidentId().length();
  }

  @Override
  public void close() {
    closed.incrementAndGet();
  }
}
