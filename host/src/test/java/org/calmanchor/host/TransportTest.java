package org.calmanchor.host;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.net.InetAddress;
import java.net.Socket;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.util.HexFormat;
import java.util.zip.GZIPInputStream;
import java.util.zip.GZIPOutputStream;
import org.calmanchor.core.limits.Limit;
import org.calmanchor.testing.Envelopes;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** HTTP on a real socket: codings, pieces, expectations, slow and hostile senders. */
class TransportTest {
  private static RunningHost host;
  private static RunningHost hasty;

  @BeforeAll
  static void start() {
    hasty =
        SoapHost.onPort(0)
            .serve("/light", new Lighthouse())
            .limit(Limit.READ_TIME, Duration.ofMillis(400))
            .limit(Limit.CALL_TIME, Duration.ofMillis(400))
            .start();
    host =
        SoapHost.onPort(0)
            .serve("/light", new Lighthouse())
            .limit(Limit.BODY_BYTES, 1 << 20)
            .limit(Limit.HEADER_BYTES, 2_000)
            .start();
  }

  @AfterAll
  static void stop() {
    host.close();
    hasty.close();
  }

  private static byte[] blink(String text) {
    return Envelopes.call("urn:lanternquay:light", "blink", "<text>" + text + "</text>")
        .getBytes(StandardCharsets.UTF_8);
  }

  private static byte[] gzip(byte[] bytes) throws IOException {
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    try (OutputStream gzip = new GZIPOutputStream(out)) {
      gzip.write(bytes);
    }
    return out.toByteArray();
  }

  private static HttpResponse<byte[]> post(HttpClient client, byte[] body, String... headers)
      throws Exception {
    HttpRequest.Builder request =
        HttpRequest.newBuilder(host.address("/light"))
            .header("Content-Type", "text/xml")
            .POST(HttpRequest.BodyPublishers.ofByteArray(body));
    if (headers.length > 0) {
      request.headers(headers);
    }
    return client.send(request.build(), HttpResponse.BodyHandlers.ofByteArray());
  }

  private static HttpClient client(HttpClient.Version version) {
    return HttpClient.newBuilder().version(version).build();
  }

  @Test
  void answersWithHttp1WhoeverAsksForAnUpgrade() throws Exception {
    HttpClient client = client(HttpClient.Version.HTTP_2);
    HttpResponse<byte[]> page =
        client.send(
            HttpRequest.newBuilder(host.address("/light?wsdl")).build(),
            HttpResponse.BodyHandlers.ofByteArray());
    assertThat(page.version()).isEqualTo(HttpClient.Version.HTTP_1_1);
    HttpResponse<byte[]> answer = post(client, blink("on"));
    assertThat(answer.statusCode()).isEqualTo(200);
    assertThat(new String(answer.body(), StandardCharsets.UTF_8)).contains("<tns:result>on<");
  }

  @Test
  void speaksHttp2WithWhoeverBeginsWithIt() throws Exception {
    try (RawHttp2 client = new RawHttp2(host, 65_535)) {
      client.post("/light", "text/xml", new String(blink("on"), StandardCharsets.UTF_8));
      assertThat(client.answer()).contains("<tns:result>on<");
    }
  }

  @Test
  void readsCompressedMessagesAndCompressesLongAnswers() throws Exception {
    HttpClient client = client(HttpClient.Version.HTTP_1_1);
    String text = "on and off ".repeat(5_000);
    HttpResponse<byte[]> answer =
        post(client, gzip(blink(text)), "Content-Encoding", "gzip", "Accept-Encoding", "br, gzip");
    assertThat(answer.headers().firstValue("content-encoding")).contains("gzip");
    assertThat(answer.headers().firstValue("vary")).contains("Accept-Encoding");
    try (InputStream plain = new GZIPInputStream(new ByteArrayInputStream(answer.body()))) {
      assertThat(new String(plain.readAllBytes(), StandardCharsets.UTF_8)).contains(text);
    }
    HttpResponse<byte[]> small = post(client, blink("on"), "Accept-Encoding", "gzip");
    assertThat(small.headers().firstValue("content-encoding")).isEmpty();
    assertThat(small.body()).asString(StandardCharsets.UTF_8).contains("<tns:result>on<");
    HttpResponse<byte[]> refused =
        post(client, blink(text), "Accept-Encoding", "gzip;q=0, *;q=0.5");
    assertThat(refused.headers().firstValue("content-encoding")).isEmpty();
  }

  /** Its last piece is empty, and is not needed to decompress it. */
  @Test
  void answersEachCompressedMessageThatComesInChunks() throws Exception {
    HttpClient client = client(HttpClient.Version.HTTP_1_1);
    byte[] message = gzip(blink("on"));
    for (int i = 0; i < 200; i++) {
      HttpRequest request =
          HttpRequest.newBuilder(host.address("/light"))
              .header("Content-Type", "text/xml")
              .header("Content-Encoding", "gzip")
              .POST(
                  HttpRequest.BodyPublishers.ofInputStream(() -> new ByteArrayInputStream(message)))
              .build();
      HttpResponse<String> answer = client.send(request, HttpResponse.BodyHandlers.ofString());
      assertThat(answer.body()).contains("<tns:result>on<");
    }
  }

  /** Coding, a text's length; the status. */
  @ParameterizedTest
  @CsvSource({"gzip, 100, 200", "x-gzip, 100, 200", "gzip, 900000, 413", "br, 1, 415"})
  void refusesBombsAndUnknownCodings(String coding, int length, int status) throws Exception {
    HttpResponse<byte[]> answer =
        post(
            client(HttpClient.Version.HTTP_1_1),
            gzip(blink("A".repeat(length))),
            "Content-Encoding",
            coding);
    assertThat(answer.statusCode()).isEqualTo(status);
  }

  @Test
  void refusesWhatOnlySaysThatItIsCompressed() throws Exception {
    HttpClient client = client(HttpClient.Version.HTTP_1_1);
    assertThat(post(client, blink("on"), "Content-Encoding", "gzip").statusCode()).isEqualTo(400);
    // Two lines are one list: it was compressed twice.
    assertThat(
            post(client, gzip(blink("on")), "Content-Encoding", "gzip", "Content-Encoding", "gzip")
                .statusCode())
        .isEqualTo(415);
    byte[] cut = java.util.Arrays.copyOf(gzip(blink("on")), 40);
    HttpResponse<byte[]> answer = post(client, cut, "Content-Encoding", "gzip");
    assertThat(answer.body()).asString(StandardCharsets.UTF_8).contains("not well-formed");
  }

  /** A file name in the header, and blocks that hold nothing: neither comes to an end. */
  @ParameterizedTest
  @CsvSource({"1F8B0808000000000003, 41", "1F8B0800000000000003, 000000FFFF"})
  void readsLittleOfACompressedMessageThatSaysNothing(String head, String endless)
      throws Exception {
    HexFormat hex = HexFormat.of();
    ByteArrayOutputStream message = new ByteArrayOutputStream();
    message.writeBytes(hex.parseHex(head));
    while (message.size() < 80_000) {
      message.writeBytes(hex.parseHex(endless));
    }
    HttpResponse<byte[]> answer =
        post(
            client(HttpClient.Version.HTTP_1_1), message.toByteArray(), "Content-Encoding", "gzip");
    assertThat(answer.statusCode()).isEqualTo(413);
    assertThat(answer.body())
        .asString(StandardCharsets.UTF_8)
        .isEqualTo("The message says too little in too many compressed bytes.\n");
  }

  private static String raw(String request, byte[]... pieces) throws Exception {
    return raw(host, request, pieces);
  }

  private static String raw(RunningHost to, String request, byte[]... pieces) throws Exception {
    try (Socket socket = new Socket("localhost", to.port())) {
      socket.setSoTimeout(60_000);
      OutputStream out = socket.getOutputStream();
      out.write(request.getBytes(StandardCharsets.ISO_8859_1));
      for (byte[] piece : pieces) {
        out.flush();
        Thread.sleep(20);
        out.write(piece);
      }
      return new String(socket.getInputStream().readAllBytes(), StandardCharsets.UTF_8);
    }
  }

  private static String head(String more) {
    return "POST /light HTTP/1.1\r\nHost: localhost\r\nConnection: close\r\n"
        + "Content-Type: text/xml\r\n"
        + more
        + "\r\n";
  }

  @Test
  void readsMessagesInPiecesAndAsksForNoneThatIsTooLong() throws Exception {
    byte[] body = blink("on");
    byte[] first = java.util.Arrays.copyOf(body, 50);
    byte[] rest = java.util.Arrays.copyOfRange(body, 50, body.length);
    byte[] end = "\r\n0\r\n\r\n".getBytes(StandardCharsets.US_ASCII);
    byte[] size =
        ("\r\n" + Integer.toHexString(rest.length) + "\r\n").getBytes(StandardCharsets.US_ASCII);
    assertThat(raw(head("Transfer-Encoding: chunked\r\n") + "32\r\n", first, size, rest, end))
        .contains("200 OK", "<tns:result>on<");
    assertThat(raw(head("Content-Length: " + body.length + "\r\n"), first, rest))
        .contains("200 OK", "<tns:result>on<");
    String tooLong = head("Expect: 100-continue\r\nContent-Length: 2000000\r\n");
    assertThat(raw(tooLong)).startsWith("HTTP/1.1 413").doesNotContain("100 Continue");
  }

  @Test
  void refusesSlowSendersInTime() throws Exception {
    String answer = raw(hasty, head("Content-Length: 1000\r\n") + "<e:Envelope ");
    assertThat(answer).startsWith("HTTP/1.1 408").contains("did not arrive within 400 ms");
  }

  @Test
  void closesConnectionsThatStayIdle() throws Exception {
    try (RunningHost impatient =
            SoapHost.onPort(0)
                .serve("/light", new Lighthouse())
                .limit(Limit.IDLE_TIME, Duration.ofMillis(200))
                .start();
        Socket idle = new Socket(InetAddress.getLoopbackAddress(), impatient.port())) {
      idle.setSoTimeout(60_000);
      assertThat(idle.getInputStream().read()).isEqualTo(-1);
    }
  }

  @Test
  void answersForAMethodThatTakesTooLong() throws Exception {
    String slow =
        new String(blink("x"), StandardCharsets.UTF_8)
            .replaceAll("<blink(.*)<text>x</text></blink>", "<slow$1</slow>");
    byte[] body = slow.getBytes(StandardCharsets.UTF_8);
    assertThat(raw(hasty, head("Content-Length: " + body.length + "\r\n"), body))
        .startsWith("HTTP/1.1 500")
        .contains("did not answer within 400 ms", "</soap:Envelope>");
    assertThat(hasty.calls().stuckCount()).isZero();
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "X-Long: ~|431",
        "Content-Length: 5^Content-Length: 6|400",
        "Content-Length: x|400",
        "Transfer-Encoding: gzip|400",
        "Content-Length: 0|500",
      })
  void refusesHeadsThatCannotBe(String header, String status) throws Exception {
    String more = header.replace("~", "A".repeat(4_000)).replace("^", "\r\n");
    assertThat(raw(head(more + "\r\n")))
        .startsWith("HTTP/1.1 " + status)
        .doesNotContain("jetty", "org.");
  }
}
