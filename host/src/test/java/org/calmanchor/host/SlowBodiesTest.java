package org.calmanchor.host;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.ByteArrayOutputStream;
import java.io.OutputStream;
import java.net.InetAddress;
import java.net.Socket;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import java.util.zip.GZIPOutputStream;
import org.calmanchor.core.limits.Limit;
import org.calmanchor.testing.Await;
import org.calmanchor.testing.Envelopes;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Bodies that arrive after their heads: what they hold, and that no byte of them is lost. */
class SlowBodiesTest {
  private static final int SLOTS = 6;
  private static final String BLINK = blink("on");
  private static RunningHost host;

  @BeforeAll
  static void start() {
    host =
        SoapHost.onPort(0)
            .serve("/light", new Lighthouse())
            .limit(Limit.CALLS, SLOTS)
            .limit(Limit.READ_TIME, Duration.ofSeconds(40))
            .start();
  }

  @AfterAll
  static void stop() {
    host.close();
  }

  private static String blink(String text) {
    return Envelopes.soap11(
        "<blink xmlns='urn:lanternquay:light'><text>" + text + "</text></blink>");
  }

  private static Socket begin(int length, String... headers) throws Exception {
    Socket socket = new Socket(InetAddress.getLoopbackAddress(), host.port());
    socket.setSoTimeout(60_000);
    socket.setTcpNoDelay(true);
    String head =
        "POST /light HTTP/1.1\r\nHost: localhost\r\nConnection: close\r\nContent-Type: text/xml\r\n"
            + String.join("", headers)
            + (length < 0 ? "Transfer-Encoding: chunked" : "Content-Length: " + length)
            + "\r\n\r\n";
    socket.getOutputStream().write(head.getBytes(StandardCharsets.US_ASCII));
    return socket;
  }

  private static String answer(Socket socket) throws Exception {
    return new String(socket.getInputStream().readAllBytes(), StandardCharsets.UTF_8);
  }

  @Test
  void aBodyThatHasNotArrivedTakesNoSlot() throws Exception {
    byte[] body = BLINK.getBytes(StandardCharsets.UTF_8);
    List<Socket> slow = new ArrayList<>();
    for (int i = 0; i < 20; i++) {
      Socket socket = begin(body.length);
      socket.getOutputStream().write(body, 0, i * 7);
      slow.add(socket);
    }
    Reply innocent = Reply.to(host, "POST /light", BLINK, "Content-Type: text/xml");
    assertThat(innocent.body()).contains("<tns:result>on<");
    try (RawHttp2 client = new RawHttp2(host, 65_535)) {
      client.post("/light", "text/xml", BLINK);
      assertThat(client.answer()).contains("<tns:result>on<");
    }
    for (int i = 0; i < slow.size(); i++) {
      try (Socket socket = slow.get(i)) {
        socket.getOutputStream().write(body, i * 7, body.length - i * 7);
        assertThat(answer(socket)).startsWith("HTTP/1.1 200").contains("<tns:result>on<");
      }
    }
  }

  /** Pieces of all sizes, around those at which they are copied, kept, or enough. */
  @ParameterizedTest
  @CsvSource({
    "300, 1, false", "20000, 100, false", "65536, 4095, true", "65537, 4096, false",
    "200000, 4097, true", "200000, 30000, false", "200000, 65535, true", "300000, 65536, false"
  })
  void noByteIsLostHoweverABodyIsCut(int size, int piece, boolean isChunked) throws Exception {
    Random random = new Random(size + piece);
    StringBuilder text = new StringBuilder();
    while (text.length() < size) {
      text.append((char) ('a' + random.nextInt(26)));
    }
    byte[] body = blink(text.toString()).getBytes(StandardCharsets.UTF_8);
    try (Socket socket = begin(isChunked ? -1 : body.length)) {
      OutputStream out = socket.getOutputStream();
      for (int at = 0; at < body.length; at += piece) {
        int length = Math.min(piece, body.length - at);
        if (isChunked) {
          out.write((Integer.toHexString(length) + "\r\n").getBytes(StandardCharsets.US_ASCII));
        }
        out.write(body, at, length);
        if (isChunked) {
          out.write("\r\n".getBytes(StandardCharsets.US_ASCII));
        }
        if (at / piece % 7 == 3) {
          Thread.sleep(1);
        }
      }
      if (isChunked) {
        out.write("0\r\n\r\n".getBytes(StandardCharsets.US_ASCII));
      }
      assertThat(answer(socket)).contains("<tns:result>" + text + "<");
    }
  }

  @Test
  void theRestOfALongBodyArrivesWhenItsCallHasASlot() throws Exception {
    byte[] body = blink("x".repeat(100_000)).getBytes(StandardCharsets.UTF_8);
    try (Socket socket = begin(body.length)) {
      socket.getOutputStream().write(body, 0, 100);
      Await.until("it is waited for", () -> host.calls().memory().takenBytes() > 0);
      socket.getOutputStream().write(body, 100, 70_000);
      Await.until("it has a slot", () -> host.calls().count() > 0);
      socket.getOutputStream().write(body, 70_100, body.length - 70_100);
      assertThat(answer(socket)).startsWith("HTTP/1.1 200").contains("xxx</tns:result>");
    }
  }

  @Test
  void aCompressedBodyMayArriveLater() throws Exception {
    ByteArrayOutputStream packed = new ByteArrayOutputStream();
    try (OutputStream gzip = new GZIPOutputStream(packed)) {
      gzip.write(BLINK.getBytes(StandardCharsets.UTF_8));
    }
    byte[] body = packed.toByteArray();
    try (Socket socket = begin(body.length, "Content-Encoding: gzip\r\n")) {
      socket.getOutputStream().write(body, 0, 10);
      Thread.sleep(20);
      socket.getOutputStream().write(body, 10, body.length - 10);
      assertThat(answer(socket)).contains("<tns:result>on<");
    }
  }

  @ParameterizedTest
  @CsvSource({"10, <", "-1, zz"})
  void aBodyThatBreaksOffIsRefusedWithoutASlot(int length, String sent) throws Exception {
    try (Socket socket = begin(length)) {
      Thread.sleep(20);
      socket.getOutputStream().write((sent + "\r\n").getBytes(StandardCharsets.US_ASCII));
      socket.shutdownOutput();
      assertThat(answer(socket)).startsWith("HTTP/1.1 400").contains("The message broke off");
    }
  }

  @Test
  void aSenderThatLeavesHoldsNothing() throws Exception {
    for (int i = 0; i < 3 * SLOTS; i++) {
      try (Socket socket = begin(1_000)) {
        socket.getOutputStream().write('<');
      }
    }
    assertThat(Reply.to(host, "POST /light", BLINK, "Content-Type: text/xml").body())
        .contains("<tns:result>on<");
    Await.until("nothing is held", () -> host.calls().memory().takenBytes() == 0);
  }

  @Test
  void aSlowSenderIsRefusedBeforeItTakesASlot() throws Exception {
    try (RunningHost hasty =
            SoapHost.onPort(0)
                .serve("/light", new Lighthouse())
                .limit(Limit.READ_TIME, Duration.ofMillis(300))
                .start();
        Socket socket = new Socket(InetAddress.getLoopbackAddress(), hasty.port())) {
      socket.setSoTimeout(60_000);
      socket
          .getOutputStream()
          .write(
              "POST /light HTTP/1.1\r\nHost: localhost\r\nContent-Length: 9\r\n\r\n<"
                  .getBytes(StandardCharsets.US_ASCII));
      assertThat(answer(socket))
          .startsWith("HTTP/1.1 408")
          .contains("Connection: close", "did not arrive within 300 ms");
      assertThat(hasty.calls().memory().takenBytes()).isZero();
    }
  }
}
