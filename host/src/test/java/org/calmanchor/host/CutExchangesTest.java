package org.calmanchor.host;

import static java.nio.charset.StandardCharsets.UTF_8;
import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.net.Socket;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import javax.net.ssl.SSLContext;
import javax.net.ssl.SSLParameters;
import javax.net.ssl.SSLSocket;
import org.calmanchor.core.keys.Keys;
import org.calmanchor.testing.Envelopes;
import org.calmanchor.tls.PemKeys;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestInstance;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** The network may cut what a client sends anywhere: the answer is the same. */
@TestInstance(TestInstance.Lifecycle.PER_CLASS)
final class CutExchangesTest {
  private static final String MESSAGE =
      Envelopes.call("urn:lanternquay:light", "blink", "<text>lit</text>");

  /** A handshake is long, and each of its records is read in the same way. */
  private static final int TLS_STEP = 11;

  private RunningHost plain;
  private RunningHost encrypted;
  private SSLContext client;

  @BeforeAll
  void start(@TempDir Path folder) throws Exception {
    TestAuthority authority = new TestAuthority("Lantern Quay");
    client = authority.client();
    Keys keys = authority.issue("host", Duration.ofDays(1));
    Path certificate =
        Files.writeString(folder.resolve("host.pem"), TestAuthority.pem(keys.chain().toArray()));
    Path key = Files.writeString(folder.resolve("host.key"), TestAuthority.pem(keys.key()));
    plain = SoapHost.onPort(0).serve("/light", new Lighthouse()).start();
    encrypted =
        SoapHost.onPort(0)
            .serve("/light", new Lighthouse())
            .tls(Tls.with(PemKeys.at(certificate, key)))
            .start();
  }

  @AfterAll
  void stop() {
    plain.close();
    encrypted.close();
  }

  @ParameterizedTest
  @ValueSource(strings = {"http/1.1", "h2"})
  void answersACallThatIsCutAnywhere(String protocol) throws Exception {
    int length = exchange(plain, protocol, 0);
    for (int cut = 1; cut < length; cut++) {
      assertThat(exchange(plain, protocol, cut)).isEqualTo(length);
    }
  }

  @ParameterizedTest
  @ValueSource(strings = {"http/1.1", "h2"})
  void answersAnEncryptedCallThatIsCutAnywhere(String protocol) throws Exception {
    // The length of a handshake differs by a few bytes.
    int length = exchange(encrypted, protocol, 0);
    for (int cut = 1; cut < length; cut += TLS_STEP) {
      exchange(encrypted, protocol, cut);
    }
  }

  /** Records of TLS that hold parts of frames. */
  @Test
  void answersACallInRecordsThatAreCutAnywhere() throws Exception {
    for (int cut = 20; cut < 60; cut++) {
      try (SSLSocket socket = tls(new Socket("localhost", encrypted.port()), encrypted, "h2");
          RawHttp2 http2 =
              new RawHttp2(socket, new CutOutput(socket.getOutputStream(), cut), 65_535)) {
        http2.post("/light", "text/xml", MESSAGE);
        assertThat(http2.answer()).as("cut at " + cut).contains(">lit<");
      }
    }
  }

  /** Makes a call whose bytes are cut there; returns how many bytes were sent. */
  private int exchange(RunningHost host, String protocol, int cut) throws IOException {
    try (CutSocket raw = new CutSocket(host.port(), cut)) {
      Socket socket = host == plain ? raw : tls(raw, host, protocol);
      assertThat(protocol.equals("h2") ? overHttp2(socket) : overHttp1(socket))
          .as(protocol + " cut at " + cut)
          .contains(">lit<");
      return raw.count();
    }
  }

  private SSLSocket tls(Socket raw, RunningHost host, String protocol) throws IOException {
    SSLSocket socket =
        (SSLSocket) client.getSocketFactory().createSocket(raw, "localhost", host.port(), true);
    SSLParameters parameters = socket.getSSLParameters();
    parameters.setApplicationProtocols(new String[] {protocol});
    socket.setSSLParameters(parameters);
    socket.startHandshake();
    return socket;
  }

  private static String overHttp2(Socket socket) throws IOException {
    RawHttp2 http2 = new RawHttp2(socket, 65_535);
    http2.post("/light", "text/xml", MESSAGE);
    return http2.answer();
  }

  private static String overHttp1(Socket socket) throws IOException {
    byte[] body = MESSAGE.getBytes(UTF_8);
    String head =
        "POST /light HTTP/1.1\r\nHost: localhost\r\nContent-Type: text/xml\r\nContent-Length: "
            + body.length
            + "\r\nConnection: close\r\n\r\n";
    socket.getOutputStream().write((head + MESSAGE).getBytes(UTF_8));
    return new String(socket.getInputStream().readAllBytes(), UTF_8);
  }
}
