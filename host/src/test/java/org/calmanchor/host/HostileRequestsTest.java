package org.calmanchor.host;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatIllegalArgumentException;

import java.io.IOException;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.net.Socket;
import java.net.URI;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import org.calmanchor.core.endpoint.Limit;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/** Requests that try to hold the host up, or to be taken for others than they are. */
class HostileRequestsTest {
  private static RunningHost host;
  private static RunningHost small;

  @BeforeAll
  static void start() {
    host = SoapHost.onPort(0).serve("/light", new Lighthouse()).start();
    small =
        SoapHost.onPort(0)
            .serve("/light", new Lighthouse())
            .limit(Limit.CALLS, 4)
            .limit(Limit.READ_MILLIS, 500)
            .start();
  }

  @AfterAll
  static void stop() {
    host.close();
    small.close();
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
    String message =
        "<e:Envelope xmlns:e='http://schemas.xmlsoap.org/soap/envelope/'><e:Body>"
            + "<blink xmlns='urn:lanternquay:light'><text>on</text></blink></e:Body></e:Envelope>";
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
      assertThat(served()).isTrue();
    } finally {
      for (RawHttp2 client : clients) {
        client.close();
      }
    }
  }

  private static boolean served() throws Exception {
    for (int i = 0; i < 100; i++) {
      if (Reply.to(small, "GET /light?wsdl", "").status() == 200) {
        return true;
      }
      Thread.sleep(50);
    }
    return false;
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
            "POST /light?page=request HTTP/1.1\r\nHost: localhost\r\nSec-Fetch-Site: same-origin\r\n"
                + "Content-Type: application/json\r\nContent-Length: 100\r\n\r\n{";
        socket.getOutputStream().write(head.getBytes(StandardCharsets.US_ASCII));
      }
      sockets.get(0).setSoTimeout(20_000);
      assertThat(sockets.get(0).getInputStream().read()).isEqualTo(-1);
      assertThat(served()).isTrue();
    } finally {
      for (Socket socket : sockets) {
        socket.close();
      }
    }
  }

  @Test
  void boundsTheConnectionsOfAnAddress() throws Exception {
    InetAddress outside = addressThatIsNotLoopback();
    if (outside == null) {
      outside = InetAddress.getByName("127.0.0.2");
    }
    boolean isShared = !outside.isLoopbackAddress();
    try (RunningHost open =
        SoapHost.onPort(0)
            .bind("0.0.0.0")
            .serve("/light", new Lighthouse())
            .limit(Limit.CONNECTIONS_PER_ADDRESS, 3)
            .start()) {
      List<Socket> sockets = new ArrayList<>();
      int closed = 0;
      for (int i = 0; i < 5; i++) {
        Socket socket = new Socket();
        socket.connect(new InetSocketAddress(outside, open.port()), 5_000);
        socket.setSoTimeout(500);
        sockets.add(socket);
        closed += isClosed(socket) ? 1 : 0;
      }
      assertThat(closed).isEqualTo(isShared ? 2 : 0);
      for (Socket socket : sockets) {
        socket.close();
      }
    }
  }

  private static boolean isClosed(Socket socket) throws IOException {
    try {
      return socket.getInputStream().read() < 0;
    } catch (java.net.SocketTimeoutException open) {
      return false;
    }
  }

  private static InetAddress addressThatIsNotLoopback() throws Exception {
    return java.net.NetworkInterface.networkInterfaces()
        .flatMap(java.net.NetworkInterface::inetAddresses)
        .filter(address -> !address.isLoopbackAddress() && !address.isLinkLocalAddress())
        .findFirst()
        .orElse(null);
  }

  @Test
  void namesProxiesByNumber() {
    assertThatIllegalArgumentException()
        .isThrownBy(() -> SoapHost.onPort(0).proxies("proxy.lanternquay.test"))
        .withMessage(
            "\"proxy.lanternquay.test\" is no address; write numbers, such as 192.0.2.10 or"
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
            .testPage(true)
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
