package org.calmanchor.host;

import static java.nio.charset.StandardCharsets.UTF_8;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.net.http.HttpResponse.BodyHandlers;
import java.nio.file.Files;
import java.nio.file.Path;
import java.security.cert.X509Certificate;
import java.time.Duration;
import java.util.Optional;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.CountDownLatch;
import javax.net.ssl.SSLContext;
import javax.net.ssl.SSLException;
import javax.net.ssl.SSLParameters;
import javax.net.ssl.SSLSocket;
import org.calmanchor.annotations.Operation;
import org.calmanchor.annotations.PortType;
import org.calmanchor.core.access.Caller;
import org.calmanchor.core.access.CallerSources;
import org.calmanchor.core.endpoint.CallContext;
import org.calmanchor.core.keys.Keys;
import org.calmanchor.core.keys.KeysException;
import org.calmanchor.testing.Await;
import org.calmanchor.testing.Envelopes;
import org.calmanchor.tls.PemKeys;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.EnumSource;
import org.junit.jupiter.params.provider.ValueSource;

/** The host speaks TLS, knows client certificates, and replaces its key while it runs. */
class TlsTest {
  @TempDir private Path folder;
  private TestAuthority authority;
  private Path certificate;
  private Path key;

  /** The gate of the harbor. */
  @PortType(namespace = "urn:lanternquay:gate")
  public static final class Gate {
    private final CountDownLatch opened = new CountDownLatch(1);
    private final CountDownLatch asked = new CountDownLatch(1);

    @Operation
    public String who() {
      return CallContext.current().caller().map(Caller::name).orElse("nobody");
    }

    @Operation
    public String waiting() throws InterruptedException {
      asked.countDown();
      opened.await();
      return "opened";
    }
  }

  private final Gate gate = new Gate();

  @BeforeEach
  void issue() throws Exception {
    authority = new TestAuthority("Lantern Quay");
    certificate = folder.resolve("host.pem");
    key = folder.resolve("host.key");
    write(authority.issue("first", Duration.ofDays(1)));
  }

  private void write(Keys keys) throws IOException {
    Files.writeString(certificate, TestAuthority.pem(keys.chain().toArray()));
    Files.writeString(key, TestAuthority.pem(keys.key()));
  }

  private SoapHost host(Tls tls) {
    return SoapHost.onPort(0).serve("/gate", gate).tls(tls);
  }

  private Tls tls() {
    return Tls.with(PemKeys.at(certificate, key));
  }

  private static HttpResponse<String> ask(
      RunningHost host, SSLContext context, String operation, HttpClient.Version version)
      throws Exception {
    HttpRequest request =
        HttpRequest.newBuilder(host.address("/gate"))
            .header("Content-Type", "text/xml")
            .POST(
                HttpRequest.BodyPublishers.ofString(
                    Envelopes.call("urn:lanternquay:gate", operation, "")))
            .build();
    return HttpClient.newBuilder()
        .sslContext(context)
        .version(version)
        .build()
        .send(request, BodyHandlers.ofString());
  }

  private static String who(RunningHost host, SSLContext context) throws Exception {
    HttpResponse<String> answer = ask(host, context, "who", HttpClient.Version.HTTP_1_1);
    return answer.statusCode() + " " + answer.body().replaceAll("<[^>]*>", "").strip();
  }

  @ParameterizedTest
  @EnumSource(HttpClient.Version.class)
  void servesHttp1AndHttp2AndSaysHttpsInItsDocuments(HttpClient.Version version) throws Exception {
    try (RunningHost host = host(tls().strictTransport(Duration.ofDays(30))).start()) {
      HttpResponse<String> answer = ask(host, authority.client(), "who", version);
      assertThat(answer.version()).isEqualTo(version);
      assertThat(answer.body()).contains(">nobody<");
      assertThat(answer.headers().firstValue("Strict-Transport-Security"))
          .contains("max-age=2592000");
      URI wsdl = URI.create(host.address("/gate") + "?wsdl");
      assertThat(wsdl.getScheme()).isEqualTo("https");
      String document =
          HttpClient.newBuilder()
              .sslContext(authority.client())
              .build()
              .send(HttpRequest.newBuilder(wsdl).build(), BodyHandlers.ofString())
              .body();
      assertThat(document).contains("location=\"https://localhost:" + host.port() + "/gate\"");
    }
  }

  @Test
  void tellsACallerOfPlainHttpToUseHttps() throws Exception {
    try (RunningHost host = host(tls()).start()) {
      Reply reply =
          Reply.to(
              host,
              "POST /gate",
              Envelopes.call("urn:lanternquay:gate", "who", ""),
              "Content-Type: text/xml");
      assertThat(reply.status()).isEqualTo(400);
      assertThat(reply.body())
          .isEqualTo("This port speaks HTTPS: write https:// before the address.\n");
    }
  }

  @ParameterizedTest
  @CsvSource({
    "TLSv1.3, TLS_AES_128_GCM_SHA256, true",
    "TLSv1.2, TLS_ECDHE_ECDSA_WITH_AES_256_GCM_SHA384, true",
    "TLSv1.2, TLS_ECDHE_ECDSA_WITH_AES_128_CBC_SHA256, false",
    "TLSv1.2, TLS_ECDHE_ECDSA_WITH_AES_128_CBC_SHA, false"
  })
  void speaksModernProtocolsAndCiphersOnly(String protocol, String cipher, boolean isSpoken)
      throws Exception {
    try (RunningHost host = host(tls()).start();
        SSLSocket socket =
            (SSLSocket)
                authority.client().getSocketFactory().createSocket("localhost", host.port())) {
      socket.setEnabledProtocols(new String[] {protocol});
      socket.setEnabledCipherSuites(new String[] {cipher});
      if (isSpoken) {
        socket.startHandshake();
        assertThat(socket.getSession().getCipherSuite()).isEqualTo(cipher);
      } else {
        assertThatThrownBy(socket::startHandshake).isInstanceOf(SSLException.class);
      }
    }
  }

  /** RFC 7301; what has no name in common with the host gets an alert. */
  @ParameterizedTest
  @CsvSource({
    "TLSv1.3, http/1.1, http/1.1",
    "TLSv1.2, http/1.1, http/1.1",
    "TLSv1.3, h2, h2",
    "TLSv1.2, h2, h2",
    "TLSv1.3, http/1.1 h2, h2",
    "TLSv1.2, h2 http/1.1, h2",
    "TLSv1.3, acme http/1.1, http/1.1",
    "TLSv1.3, '', ''",
    "TLSv1.2, '', ''",
    "TLSv1.3, acme, no_application_protocol",
    "TLSv1.2, HTTP/1.1, no_application_protocol"
  })
  void agreesOnAProtocolThatTheClientOffers(String tls, String offered, String agreed)
      throws Exception {
    try (RunningHost host = host(tls()).start();
        SSLSocket socket =
            (SSLSocket)
                authority.client().getSocketFactory().createSocket("localhost", host.port())) {
      socket.setSoTimeout(60_000);
      SSLParameters parameters = socket.getSSLParameters();
      parameters.setProtocols(new String[] {tls});
      parameters.setApplicationProtocols(offered.isEmpty() ? new String[0] : offered.split(" "));
      socket.setSSLParameters(parameters);
      if (agreed.startsWith("no_")) {
        assertThatThrownBy(socket::startHandshake).hasMessageContaining(agreed);
        return;
      }
      socket.startHandshake();
      assertThat(socket.getApplicationProtocol()).isEqualTo(agreed);
      String message = Envelopes.call("urn:lanternquay:gate", "who", "");
      if (agreed.equals("h2")) {
        RawHttp2 http2 = new RawHttp2(socket, 65_535);
        http2.post("/gate", "text/xml", message);
        assertThat(http2.answer()).contains(">nobody<");
      } else {
        assertThat(Reply.over(socket, "POST /gate", message, "Content-Type: text/xml").body())
            .contains(">nobody<");
      }
    }
  }

  @ParameterizedTest
  @ValueSource(booleans = {false, true})
  void knowsCallersByTheirCertificates(boolean areNeeded) throws Exception {
    Path authorities = authority.file(folder);
    CallerSources sources =
        CallerSources.NONE.withCertificates(
            shown ->
                shown.getSubjectX500Principal().getName().equals("CN=bridge")
                    ? Optional.of(Caller.of("saltmere-bridge"))
                    : Optional.empty());
    Tls tls = areNeeded ? tls().needingClients(authorities) : tls().wantingClients(authorities);
    TestAuthority stranger = new TestAuthority("Elsewhere");
    try (RunningHost host = host(tls).callers(sources).start()) {
      assertThat(who(host, authority.client(authority.issue("bridge", Duration.ofDays(1)))))
          .isEqualTo("200 saltmere-bridge");
      assertThat(who(host, authority.client(authority.issue("gull", Duration.ofDays(1)))))
          .isEqualTo("403 Your certificate is not that of a caller who is known here.");
      SSLContext expired = authority.client(authority.issue("bridge", Duration.ofDays(-1)));
      assertThatThrownBy(() -> sent(host, expired)).isInstanceOf(IOException.class);
      // The JDK's client does not show a certificate whose authority the host does not name.
      SSLContext ofStranger = authority.client(stranger.issue("bridge", Duration.ofDays(1)));
      if (areNeeded) {
        assertThatThrownBy(() -> sent(host, ofStranger)).isInstanceOf(IOException.class);
        assertThatThrownBy(() -> sent(host, authority.client())).isInstanceOf(IOException.class);
      } else {
        assertThat(who(host, authority.client()))
            .isEqualTo("403 Operation who needs a caller: send a client certificate.")
            .isEqualTo(who(host, ofStranger));
      }
    }
  }

  /** Sends a call whose connection must fail. */
  private static void sent(RunningHost host, SSLContext context) throws Exception {
    try (SSLSocket socket =
        (SSLSocket) context.getSocketFactory().createSocket("localhost", host.port())) {
      socket.startHandshake();
      socket.getOutputStream().write("GET / HTTP/1.1\r\nHost: localhost\r\n\r\n".getBytes(UTF_8));
      if (socket.getInputStream().read() < 0) {
        throw new IOException("closed");
      }
    }
  }

  private static String served(RunningHost host, SSLContext context) throws Exception {
    try (SSLSocket socket =
        (SSLSocket) context.getSocketFactory().createSocket("localhost", host.port())) {
      socket.startHandshake();
      X509Certificate shown = (X509Certificate) socket.getSession().getPeerCertificates()[0];
      return shown.getSubjectX500Principal().getName();
    }
  }

  @Test
  void replacesItsKeyWhileACallRuns() throws Exception {
    try (RunningHost host = host(tls()).start()) {
      SSLContext client = authority.client();
      CompletableFuture<String> running =
          CompletableFuture.supplyAsync(
              () -> {
                try {
                  return ask(host, client, "waiting", HttpClient.Version.HTTP_2).body();
                } catch (Exception failed) {
                  throw new IllegalStateException(failed);
                }
              });
      gate.asked.await();
      Files.writeString(certificate, "damaged");
      // Time itself: the file is read again within it, and what is not to happen cannot be waited
      // for.
      Thread.sleep(2_500);
      assertThat(served(host, authority.client())).isEqualTo("CN=first");
      write(authority.issue("second", Duration.ofDays(1)));
      Await.untilAsserted(
          "the new key is used",
          () -> assertThat(served(host, authority.client())).isEqualTo("CN=second"));
      gate.opened.countDown();
      assertThat(running.get()).contains(">opened<");
    }
  }

  @Test
  void doesNotStartWithAKeyThatCannotBeUsed() throws Exception {
    Files.writeString(key, TestAuthority.pem(TestAuthority.pair().getPrivate()));
    assertThatThrownBy(() -> host(tls()).start())
        .isInstanceOf(KeysException.class)
        .hasMessageEndingWith(
            "host.key: the key and the certificate do not belong together. Use the key for which"
                + " the certificate was issued.");
  }
}
