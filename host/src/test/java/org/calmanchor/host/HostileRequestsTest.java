package org.calmanchor.host;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatIllegalArgumentException;

import java.io.EOFException;
import java.io.IOException;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.net.Socket;
import java.net.URI;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.calmanchor.core.limits.Limit;
import org.calmanchor.testing.Await;
import org.calmanchor.testing.Envelopes;
import org.calmanchor.web.PageAudience;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/** Requests that try to hold the host up, or to be taken for others than they are. */
class HostileRequestsTest {
  private static RunningHost host;
  private RunningHost small;

  @BeforeAll
  static void start() {
    host = SoapHost.onPort(0).serve("/light", new Lighthouse()).start();
  }

  @BeforeEach
  void startSmall() {
    small =
        SoapHost.onPort(0)
            .serve("/light", new Lighthouse())
            .testPage(PageAudience.EVERYBODY)
            .limit(Limit.CALLS, 4)
            .limit(Limit.READ_TIME, Duration.ofMillis(500))
            .limit(Limit.CALL_TIME, Duration.ofMillis(4_000))
            .start();
  }

  @AfterEach
  void stopSmall() {
    small.close();
  }

  @AfterAll
  static void stop() {
    host.close();
  }

  /** One form of a path reaches a service; a proxy's rule for that form then covers all. */
  @ParameterizedTest
  @ValueSource(
      strings = {
        "/light/",
        "/light;x=1",
        "/light;",
        "/%6Cight",
        "/./light",
        "//light",
        "/a/../light",
        "/light/.",
        "/LIGHT",
        "/light%2F",
        "/light%3Fwsdl"
      })
  void reachesAServiceByOneFormOfItsPathOnly(String path) throws IOException {
    assertThat(Reply.to(host, "GET " + path + "?wsdl", "").status()).isIn(400, 404);
    assertThat(Reply.to(host, "POST " + path, "", "Content-Type: text/xml").status())
        .isIn(400, 404);
  }

  @ParameterizedTest
  @CsvSource({
    "chunked, 200",
    "Chunked, 200",
    "'gzip, chunked', 501",
    "'identity, chunked', 501",
    "'x, y, chunked', 501"
  })
  void knowsNoTransferCodingButChunks(String coding, int status) throws IOException {
    String message = Envelopes.call("urn:lanternquay:light", "blink", "<text>on</text>");
    String request =
        "POST /light HTTP/1.1\r\nHost: localhost\r\nConnection: close\r\nContent-Type: text/xml\r\n"
            + "Transfer-Encoding: "
            + coding
            + "\r\n\r\n"
            + Integer.toHexString(message.length())
            + "\r\n"
            + message
            + "\r\n0\r\n\r\n";
    assertThat(sent(request)).startsWith("HTTP/1.1 " + status);
  }

  private static String sent(String request) throws IOException {
    try (Socket socket = new Socket("localhost", host.port())) {
      socket.getOutputStream().write(request.getBytes(StandardCharsets.ISO_8859_1));
      return new String(socket.getInputStream().readAllBytes(), StandardCharsets.UTF_8);
    }
  }

  @Test
  void takesTheSchemeFromTheConnection() throws IOException {
    try (RawHttp2 client = new RawHttp2(host, 1 << 20)) {
      client.get("/light?wsdl", "https");
      assertThat(client.answer()).contains("location=\"http://localhost").doesNotContain("https:");
    }
  }

  /** More requests than there are slots, none of whose answers is read. */
  @Test
  void servesOthersWhileNobodyReadsItsDocuments() throws Exception {
    List<RawHttp2> clients = new ArrayList<>();
    try {
      for (int i = 0; i < 4; i++) {
        RawHttp2 client = new RawHttp2(small, 0);
        clients.add(client);
        for (int j = 0; j < 80; j++) {
          client.get("/light?wsdl", "http");
        }
      }
      awaitServed();
      Await.until("nobody reads", () -> small.unsentCount() >= 4);
      for (RawHttp2 client : clients) {
        assertAllEnd(client);
      }
      Await.until("all are over", () -> small.unsentCount() == 0);
    } finally {
      for (RawHttp2 client : clients) {
        client.close();
      }
    }
  }

  /** The host resets the streams; a busy one may close the silent connection first. */
  private static void assertAllEnd(RawHttp2 client) throws Exception {
    try {
      client.awaitResets();
    } catch (EOFException closed) {
      assertThat(closed).as("a closed connection ends all its streams").hasNoCause();
    }
  }

  private void awaitServed() {
    Await.until("others are served", () -> Reply.to(small, "GET /light?wsdl", "").status() == 200);
  }

  /** Questions of the page whose bodies never come: they hold slots, and lose them in time. */
  @Test
  void breaksOffQuestionsThatDoNotArrive() throws Exception {
    List<Socket> sockets = new ArrayList<>();
    try {
      for (int i = 0; i < 6; i++) {
        Socket socket = new Socket("localhost", small.port());
        sockets.add(socket);
        String head =
            Stream.of(
                    "POST /light?page=request HTTP/1.1",
                    "Host: localhost",
                    "Connection: close",
                    "Sec-Fetch-Site: same-origin",
                    "Content-Type: application/json",
                    "Content-Length: 100",
                    "",
                    "{")
                .collect(Collectors.joining("\r\n"));
        socket.getOutputStream().write(head.getBytes(StandardCharsets.US_ASCII));
      }
      for (Socket socket : sockets) {
        socket.setSoTimeout(60_000);
        assertThat(answer(socket)).startsWith("HTTP/1.1 408 ").contains("within 500 ms");
      }
      awaitServed();
    } finally {
      for (Socket socket : sockets) {
        socket.close();
      }
    }
  }

  /** Two addresses of loopback, each with a share: what the one takes the other keeps. */
  @Test
  void givesEachAddressItsShare() throws Exception {
    Lighthouse service = new Lighthouse();
    try (RunningHost shared =
        SoapHost.onPort(0)
            .bind("0.0.0.0")
            .shareLoopback(true)
            .serve("/light", service)
            .limit(Limit.CALLS_PER_ADDRESS, 2)
            .limit(Limit.CONNECTIONS_PER_ADDRESS, 5)
            .start()) {
      List<Socket> taken = new ArrayList<>();
      for (int i = 0; i < 2; i++) {
        taken.add(asking(shared, "127.0.0.2", "<slow xmlns='urn:lanternquay:light'/>"));
      }
      service.entered.await();
      Await.until("both run", () -> shared.calls().count() >= 2);
      String blink = "<blink xmlns='urn:lanternquay:light'><text>on</text></blink>";
      assertThat(answer(asking(shared, "127.0.0.2", blink)))
          .startsWith("HTTP/1.1 429")
          .contains("Retry-After: 1", "Too many calls from your address");
      assertThat(answer(asking(shared, "127.0.0.1", blink))).startsWith("HTTP/1.1 200");
      for (int i = 0; i < 8; i++) {
        taken.add(connected(shared, "127.0.0.2"));
      }
      assertThat(answer(taken.get(taken.size() - 1))).as("a connection too many").isEmpty();
      assertThat(answer(asking(shared, "127.0.0.1", blink))).startsWith("HTTP/1.1 200");
      service.leave.countDown();
      assertThat(answer(taken.get(0))).startsWith("HTTP/1.1 200");
      for (Socket socket : taken) {
        socket.close();
      }
    }
  }

  /** However a connection ends, its address may open another one. */
  @Test
  void countsOpenConnectionsOnly() throws Exception {
    Lighthouse service = new Lighthouse();
    try (RunningHost shared =
        SoapHost.onPort(0)
            .shareLoopback(true)
            .serve("/light", service)
            .limit(Limit.CONNECTIONS_PER_ADDRESS, 8)
            .start()) {
      String blink = "<blink xmlns='urn:lanternquay:light'><text>on</text></blink>";
      for (int i = 0; i < 100; i++) {
        if (i % 2 == 0) {
          connected(shared, "127.0.0.2").close();
        } else {
          asking(shared, "127.0.0.2", blink).close();
        }
        awaitShare(shared, blink);
      }
    }
  }

  private static void awaitShare(RunningHost shared, String body) {
    Await.until(
        "a connection is taken",
        () -> answer(asking(shared, "127.0.0.2", body)).startsWith("HTTP/1.1 200"));
  }

  private static Socket connected(RunningHost to, String from) throws IOException {
    Socket socket = new Socket();
    socket.bind(new InetSocketAddress(InetAddress.getAllByName(from)[0], 0));
    socket.connect(new InetSocketAddress(InetAddress.getLoopbackAddress(), to.port()));
    socket.setSoTimeout(60_000);
    return socket;
  }

  private static Socket asking(RunningHost to, String from, String body) throws IOException {
    Socket socket = connected(to, from);
    String message = Envelopes.soap11(body);
    String head =
        "POST /light HTTP/1.1\r\nHost: localhost\r\nConnection: close\r\nContent-Type: text/xml\r\n"
            + "Content-Length: "
            + message.length()
            + "\r\n\r\n";
    socket.getOutputStream().write((head + message).getBytes(StandardCharsets.US_ASCII));
    return socket;
  }

  /** All that comes; nothing when the connection is closed without a word. */
  private static String answer(Socket socket) throws IOException {
    try {
      return new String(socket.getInputStream().readAllBytes(), StandardCharsets.UTF_8);
    } catch (java.net.SocketException reset) {
      return "";
    }
  }

  @Test
  void namesProxiesByNumber() {
    assertThatIllegalArgumentException()
        .isThrownBy(() -> SoapHost.onPort(0).proxies("proxy.lanternquay.test"))
        .withMessage(
            "\"proxy.lanternquay.test\" is not an address; write numbers, such as 192.0.2.10 or"
                + " 2001:db8::7");
  }

  /** Behind a proxy that ends TLS: the browser's origin is the public URL's. */
  @ParameterizedTest
  @CsvSource({
    "https://light.lanternquay.test, 200",
    "https://light.lanternquay.test:443, 200",
    "http://light.lanternquay.test, 403",
    "https://evil.test, 403",
    "null, 403"
  })
  void takesQuestionsFromThePageAtThePublicUrl(String origin, int status) throws IOException {
    try (RunningHost proxied =
        SoapHost.onPort(0)
            .publicUrl(URI.create("https://light.lanternquay.test/"))
            .testPage(PageAudience.EVERYBODY)
            .serve("/light", new Lighthouse())
            .start()) {
      Reply answer =
          Reply.to(
              proxied,
              "POST /light?page=request",
              "{\"operation\":\"lamps\",\"version\":\"SOAP 1.1\",\"values\":{}}",
              "Host: light.lanternquay.test",
              "Content-Type: application/json",
              "Origin: " + origin);
      assertThat(answer.status()).isEqualTo(status);
    }
  }
}
