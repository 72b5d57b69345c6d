package org.calmanchor.client;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatExceptionOfType;
import static org.assertj.core.api.Assertions.assertThatIllegalArgumentException;
import static org.assertj.core.api.Assertions.catchThrowable;

import com.sun.net.httpserver.HttpExchange;
import com.sun.net.httpserver.HttpHandler;
import com.sun.net.httpserver.HttpServer;
import java.io.IOException;
import java.io.OutputStream;
import java.math.BigDecimal;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.net.ServerSocket;
import java.net.URI;
import java.net.http.HttpClient;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.time.LocalDate;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import org.calmanchor.annotations.Binary;
import org.calmanchor.annotations.Fault;
import org.calmanchor.annotations.HeaderOut;
import org.calmanchor.client.PilotStation.Fairway;
import org.calmanchor.client.PilotStation.Pass;
import org.calmanchor.client.PilotStation.UnknownFairway;
import org.calmanchor.core.endpoint.CallContext;
import org.calmanchor.core.limits.Limit;
import org.calmanchor.core.model.SoapVersion;
import org.calmanchor.host.RunningHost;
import org.calmanchor.host.SoapHost;
import org.calmanchor.testing.Envelopes;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.EnumSource;

class TypedClientTest {
  private static final LocalDate DAY = LocalDate.of(2027, 6, 11);
  private static final Pilots PILOTS = new Pilots();
  private static RunningHost host;
  private static TypedClient<PilotStation> client;

  @BeforeAll
  static void start() {
    host =
        SoapHost.onPort(0)
            .serve("/pilots", PILOTS)
            .intercept(
                (call, inner) -> {
                  if (call.transportHeader("X-Watch").isPresent()) {
                    throw refused(call);
                  }
                  return inner.proceed();
                })
            .start();
    client = TypedClient.of(PilotStation.class, host.address("/pilots"));
  }

  private static RuntimeException refused(CallContext call) {
    return call.refusal(Fault.Code.SENDER, "Not on your watch.");
  }

  @AfterAll
  static void stop() {
    host.close();
  }

  @ParameterizedTest
  @EnumSource(SoapVersion.class)
  void callsInEachVersionCompressedOrNot(SoapVersion version) throws Exception {
    for (boolean gzip : new boolean[] {true, false}) {
      PilotStation proxy = client.version(version).gzip(gzip).proxy();
      assertThat(proxy.fairway("F-1", DAY))
          .isEqualTo(new Fairway("F-1", new BigDecimal("7.50"), Optional.of("on 2027-06-11")));
      assertThat(client.lastExchange().orElseThrow().toString())
          .contains("POST http://localhost", "/pilots", "<tns:code>F-1</tns:code>")
          .contains(version.mediaType(), "200", "<tns:depth>7.50</tns:depth>");
    }
  }

  @Test
  void callsOverAnHttpClientOfTheCallersOwn() throws Exception {
    AtomicInteger used = new AtomicInteger();
    ExecutorService threads = Executors.newCachedThreadPool();
    try {
      HttpClient own =
          HttpClient.newBuilder()
              .executor(
                  task -> {
                    used.incrementAndGet();
                    threads.execute(task);
                  })
              .build();
      assertThat(client.over(own).proxy().fairway("F-1", DAY).code()).isEqualTo("F-1");
      assertThat(used).hasPositiveValue();
    } finally {
      threads.shutdown();
    }
  }

  @ParameterizedTest
  @EnumSource(SoapVersion.class)
  void raisesDeclaredFaultsAsTheExceptionsThatTheyAre(SoapVersion version) {
    assertThatExceptionOfType(UnknownFairway.class)
        .isThrownBy(() -> client.version(version).proxy().fairway("F-9", DAY))
        .withMessage("There is no F-9.")
        .satisfies(fault -> assertThat(fault.code()).isEqualTo("F-9"))
        .satisfies(fault -> assertThat(fault.known()).containsExactly("F-1"))
        .satisfies(
            fault ->
                assertThat(fault.getStackTrace()[1].getClassName())
                    .as("its trace leads to the caller")
                    .startsWith("org.calmanchor.client"));
  }

  @Test
  void raisesOtherFaultsWithWhatTheServiceSaidOfThem() {
    assertThatExceptionOfType(FaultReceivedException.class)
        .isThrownBy(() -> client.proxy().fairway("boom", DAY))
        .satisfies(fault -> assertThat(fault.code()).isEqualTo(Fault.Code.RECEIVER))
        .satisfies(fault -> assertThat(fault.incident()).matches("[A-Z2-9]{4}-[A-Z2-9]{4}"));
    assertThatExceptionOfType(FaultReceivedException.class)
        .isThrownBy(() -> client.httpHeader("X-Watch", "1").proxy().sleep(1))
        .withMessage("Not on your watch.");
    assertThatExceptionOfType(FaultReceivedException.class)
        .isThrownBy(() -> client.proxy().board("Sable", null, new HeaderOut<>()))
        .satisfies(fault -> assertThat(fault.code()).isEqualTo(Fault.Code.SENDER))
        .satisfies(fault -> assertThat(fault.problems().get(0).path()).isEqualTo("Header/pass"));
  }

  @Test
  void sendsAndReadsHeaderBlocks() {
    HeaderOut<Integer> number = new HeaderOut<>();
    assertThat(client.proxy().board("Sable", new Pass("Ida"), number)).isEqualTo("Sable with Ida");
    assertThat(number.get()).isEqualTo(7);
  }

  @Test
  void sendsOneWayMessages() {
    client.proxy().report("off the mole");
    assertThat(client.lastExchange().orElseThrow().status()).isEqualTo(202);
  }

  @Test
  void doesNotWaitForAsynchronousOperations() throws Exception {
    assertThat(client.proxy().later("F-1").toCompletableFuture().get()).hasSize(1);
    assertThatExceptionOfType(ExecutionException.class)
        .isThrownBy(() -> client.proxy().later("F-9").toCompletableFuture().get())
        .withCauseInstanceOf(UnknownFairway.class);
  }

  @Test
  void readsAndWritesStreamsAsTheyCome() {
    try (Stream<Integer> soundings = client.proxy().soundings(5_000_000)) {
      assertThat(soundings.limit(3)).containsExactly(0, 1, 2);
    }
    assertThat(PILOTS.given.get()).as("the rest was never made").isLessThan(4_999_999);
    TypedClient<PilotStation> patient =
        client.limit(Limit.BODY_BYTES, 1L << 30).limit(Limit.CHILDREN, 1_000_000);
    try (Stream<Integer> soundings = patient.proxy().soundings(150_000)) {
      assertThat(soundings.mapToLong(i -> i).sum()).isEqualTo(11_249_925_000L);
    }
    assertThat(client.proxy().sum(IntStream.range(0, 90_000).boxed())).isEqualTo(4_049_955_000L);
  }

  @Test
  void passesBinaryThrough() {
    byte[] bytes = new byte[400_000];
    Arrays.setAll(new int[bytes.length], i -> bytes[i] = (byte) (i * 31));
    assertThat(client.proxy().chart(Binary.of(bytes)).bytes()).isEqualTo(bytes);
  }

  @Test
  void answersForItselfWhatIsNoOperation() {
    PilotStation proxy = client.proxy();
    assertThat(proxy.greeting()).isEqualTo("ahoy");
    assertThat(proxy)
        .isNotEqualTo(client.proxy())
        .hasToString("PilotStation at " + host.address("/pilots"));
    assertThat(proxy.equals(proxy)).isTrue();
    assertThat(proxy.hashCode()).isNotEqualTo(client.proxy().hashCode());
    assertThatExceptionOfType(UnsupportedOperationException.class)
        .isThrownBy(proxy::unmarked)
        .withMessage("unmarked is not an operation of org.calmanchor.client.PilotStation");
  }

  @Test
  void saysWhyThereIsNoAnswer() throws Exception {
    int free;
    try (ServerSocket socket = new ServerSocket(0, 1, InetAddress.getLoopbackAddress())) {
      free = socket.getLocalPort();
    }
    assertThatExceptionOfType(NoAnswerException.class)
        .isThrownBy(() -> client.at(URI.create("http://localhost:" + free)).proxy().sleep(1))
        .withMessage(
            "sleep: no server answers at http://localhost:%d; is it up, and is the port right?",
            free);
    assertThatExceptionOfType(NoAnswerException.class)
        .isThrownBy(() -> client.timeout(Duration.ofMillis(50)).proxy().sleep(2_000))
        .withMessageContaining("did not answer within 0.05 s, the timeout");
    assertThatExceptionOfType(NoAnswerException.class)
        .isThrownBy(() -> client.at(host.address("/nowhere")).proxy().sleep(1))
        .withMessageContaining("answered with status 404: There is no service at /nowhere");
  }

  /** Content type, body, what is said of it. */
  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "text/html|<html>Down for today|answered with status 200: <html>Down for today",
        "text/xml|<a|not well-formed",
        "soap|''|the body is empty",
        "soap|<x/>|its body holds x, no answer to it",
        "soap|<sleepResponse xmlns='urn:lanternquay:pilots'/>|sleepResponse/result is missing",
        "text/xml|<!DOCTYPE a [<!ENTITY b 'c'>]><a>&b;</a>|document type"
      })
  void saysWhatIsWrongWithAnAnswer(String type, String body, String words) throws IOException {
    HttpServer server = HttpServer.create(new InetSocketAddress("localhost", 0), 1);
    server.createContext(
        "/",
        exchange -> {
          exchange.getRequestBody().readAllBytes();
          boolean isSoap = type.equals("soap");
          exchange.getResponseHeaders().set("Content-Type", isSoap ? "text/xml" : type);
          byte[] bytes = (isSoap ? Envelopes.soap11(body) : body).getBytes(StandardCharsets.UTF_8);
          exchange.sendResponseHeaders(200, bytes.length);
          exchange.getResponseBody().write(bytes);
          exchange.close();
        });
    server.start();
    try {
      URI address = URI.create("http://localhost:" + server.getAddress().getPort() + "/");
      assertThatExceptionOfType(NoAnswerException.class)
          .isThrownBy(() -> client.at(address).proxy().sleep(1))
          .withMessageContaining(words)
          .satisfies(none -> assertThat(none.status()).isEqualTo(200));
    } finally {
      server.stop(0);
    }
  }

  /** A server of one's own, which answers each request by {@code answering}. */
  private static HttpServer server(HttpHandler answering) throws IOException {
    HttpServer server = HttpServer.create(new InetSocketAddress("localhost", 0), 1);
    server.setExecutor(
        task -> {
          Thread thread = new Thread(task);
          thread.setDaemon(true);
          thread.start();
        });
    server.createContext("/", answering);
    server.start();
    return server;
  }

  private static URI addressOf(HttpServer server) {
    return URI.create("http://localhost:" + server.getAddress().getPort() + "/");
  }

  private static void drip(HttpExchange exchange) throws IOException {
    exchange.getRequestBody().readAllBytes();
    exchange.getResponseHeaders().set("Content-Type", "text/xml");
    exchange.sendResponseHeaders(200, 0);
    try (OutputStream out = exchange.getResponseBody()) {
      for (int i = 0; i < 600; i++) {
        out.write(' ');
        out.flush();
        Thread.sleep(100);
      }
    } catch (InterruptedException impossible) {
      throw new IOException(impossible);
    }
  }

  @Test
  void countsTheTimeToTheEndOfTheAnswer() throws Exception {
    HttpServer server = server(TypedClientTest::drip);
    try {
      TypedClient<PilotStation> hasty =
          client.at(addressOf(server)).timeout(Duration.ofMillis(700));
      assertThatExceptionOfType(NoAnswerException.class)
          .isThrownBy(() -> hasty.proxy().sleep(1))
          .withMessageContaining("did not answer within 0.7 s, the timeout");
      assertThatExceptionOfType(NoAnswerException.class)
          .isThrownBy(() -> hasty.proxy().soundings(1))
          .withMessageContaining("is not what the interface says");
      assertThatExceptionOfType(ExecutionException.class)
          .isThrownBy(() -> hasty.proxy().later("F-1").toCompletableFuture().get())
          .withCauseInstanceOf(NoAnswerException.class);
    } finally {
      server.stop(0);
    }
  }

  @Test
  void canBeInterruptedWhileItWaits() throws Exception {
    HttpServer server = server(TypedClientTest::drip);
    try {
      CompletableFuture<Throwable> raised = new CompletableFuture<>();
      Thread waiting =
          new Thread(
              () -> {
                Throwable thrown =
                    catchThrowable(() -> client.at(addressOf(server)).proxy().sleep(1));
                raised.complete(Thread.currentThread().isInterrupted() ? thrown : null);
              });
      waiting.start();
      waiting.interrupt();
      assertThat(raised.get(60, TimeUnit.SECONDS))
          .isInstanceOf(NoAnswerException.class)
          .hasMessageContaining("was interrupted while it waited");
    } finally {
      server.stop(0);
    }
  }

  /** The one thread of an HTTP client brings the answer, so it must not wait for it. */
  @Test
  void worksOverAnHttpClientOfOneThread() throws Exception {
    ExecutorService single = Executors.newSingleThreadExecutor();
    try {
      PilotStation proxy = client.over(HttpClient.newBuilder().executor(single).build()).proxy();
      byte[] bytes = new byte[400_000];
      assertThat(proxy.chart(Binary.of(bytes)).bytes()).isEqualTo(bytes);
      assertThat(proxy.later("F-1").toCompletableFuture().get(60, TimeUnit.SECONDS)).hasSize(1);
      CompletableFuture<Integer> within =
          CompletableFuture.supplyAsync(() -> proxy.later("F-1"), single)
              .thenCompose(later -> later)
              .thenApply(List::size);
      assertThat(within.get(60, TimeUnit.SECONDS)).isEqualTo(1);
    } finally {
      single.shutdown();
    }
  }

  @Test
  void showsNoSecretsAndNoRawBytes() throws Exception {
    TypedClient<PilotStation> known = client.httpHeader("Authorization", "Basic c2VjcmV0");
    known.proxy().fairway("F-1", DAY);
    assertThat(known.lastExchange().orElseThrow().toString())
        .contains("Authorization: \u2022\u2022\u2022")
        .doesNotContain("c2VjcmV0");
    HttpServer server =
        server(
            exchange -> {
              exchange.getResponseHeaders().set("Content-Type", "text/plain");
              byte[] bytes = "down\n\u001b[31m\u202e".getBytes(StandardCharsets.UTF_8);
              exchange.sendResponseHeaders(500, bytes.length);
              exchange.getResponseBody().write(bytes);
              exchange.close();
            });
    try {
      assertThatExceptionOfType(NoAnswerException.class)
          .isThrownBy(() -> client.at(addressOf(server)).proxy().sleep(1))
          .withMessageEndingWith("answered with status 500: down??[31m?");
    } finally {
      server.stop(0);
    }
  }

  @Test
  void refusesWhatCannotWork() {
    assertThatIllegalArgumentException()
        .isThrownBy(() -> TypedClient.of(Pilots.class, host.address("/")))
        .withMessageContaining("Move its annotations to an interface");
    assertThatIllegalArgumentException()
        .isThrownBy(() -> client.timeout(Duration.ZERO))
        .withMessage("a timeout is more than nothing, not PT0S");
  }

  @Test
  void staysAsItIsWhenOthersAreMadeFromIt() throws Exception {
    TypedClient<PilotStation> other =
        client
            .timeout(Duration.ofMillis(1))
            .httpHeader("X-Watch", "1")
            .at(URI.create("http://localhost:1"));
    assertThatExceptionOfType(NoAnswerException.class).isThrownBy(() -> other.proxy().sleep(1));
    assertThat(client.proxy().sleep(50)).isEqualTo("awake");
  }
}
