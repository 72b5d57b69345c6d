package org.calmanchor.host;

import static java.nio.charset.StandardCharsets.UTF_8;
import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.time.Duration;
import java.util.Base64;
import java.util.Optional;
import java.util.stream.Stream;
import org.calmanchor.annotations.Operation;
import org.calmanchor.annotations.PortType;
import org.calmanchor.core.access.Caller;
import org.calmanchor.core.access.CallerSources;
import org.calmanchor.core.access.UsernameTokenSettings;
import org.calmanchor.core.endpoint.CallContext;
import org.calmanchor.core.keys.Keys;
import org.calmanchor.testing.Envelopes;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;

/** What a proxy says of a request counts only if the proxy is trusted, and only its own words. */
class TrustedProxiesTest {
  private static final String WHO = "<who xmlns='urn:lanternquay:gate'/>";
  private static RunningHost trusting;
  private static RunningHost other;

  /** The gate of the harbor. */
  @PortType(namespace = "urn:lanternquay:gate")
  public static final class Gate {
    @Operation
    public String who() {
      CallContext call = CallContext.current();
      return call.caller().map(Caller::name).orElse("nobody") + " from " + call.remoteAddress();
    }
  }

  @BeforeAll
  static void start() {
    trusting =
        SoapHost.onPort(0)
            .serve("/gate", new Gate())
            .trustedProxies("127.0.0.1", "192.0.2.10")
            .start();
    other = SoapHost.onPort(0).serve("/gate", new Gate()).start();
  }

  @AfterAll
  static void stop() {
    trusting.close();
    other.close();
  }

  /** Headers, the base of the address in the WSDL, and the client; "=" for what was sent itself. */
  static Stream<String> words() {
    return Stream.of(
        "Forwarded: for=198.51.100.7;proto=https;host=berths.example | https://berths.example |"
            + " 198.51.100.7",
        "forwarded: FOR=\"[2001:db8::7]:4711\";PROTO=HTTPS;host=\"berths.example:8443\" |"
            + " https://berths.example:8443 | 2001:db8:0:0:0:0:0:7",
        "Forwarded: for=10.0.0.1;host=evil.example, for=198.51.100.7;host=berths.example |"
            + " http://berths.example | 198.51.100.7",
        "Forwarded: for=10.0.0.1;proto=https, for=192.0.2.10;host=berths.example |"
            + " https://berths.example | 10.0.0.1",
        "Forwarded: for=unknown;host=berths.example | http://berths.example | 127.0.0.1",
        "Forwarded: for=_hidden | = | 127.0.0.1",
        "X-Forwarded-For: 10.0.0.1, 198.51.100.7 | = | 198.51.100.7",
        "X-Forwarded-For: 10.0.0.1, 192.0.2.10 | = | 10.0.0.1",
        "X-Forwarded-Proto: https;X-Forwarded-Host: berths.example | https://berths.example |"
            + " 127.0.0.1",
        "X-Forwarded-Proto: https;X-Forwarded-Host: berths.example;X-Forwarded-Port: 8443;"
            + "X-Forwarded-Prefix: /harbor/ | https://berths.example:8443/harbor | 127.0.0.1",
        "X-Forwarded-Proto: https;X-Forwarded-Host: berths.example;X-Forwarded-Port: 443 |"
            + " https://berths.example | 127.0.0.1",
        "Forwarded: for=198.51.100.7;X-Forwarded-For: 10.0.0.1 | = | 198.51.100.7");
  }

  @ParameterizedTest
  @MethodSource("words")
  void aTrustedProxySaysWhereARequestComesFrom(String line) throws Exception {
    String[] parts = line.split(" \\| ", -1);
    String[] headers = headers(parts[0]);
    String base = parts[1].equals("=") ? "http://localhost:" + trusting.port() : parts[1];
    Reply wsdl = Reply.to(trusting, "GET /gate?wsdl", "", headers);
    assertThat(wsdl.body()).contains("location=\"" + base + "/gate\"");
    assertThat(who(trusting, headers)).contains("from " + parts[2]);
    // Nobody else says it.
    assertThat(who(other, headers)).contains("from 127.0.0.1");
    assertThat(Reply.to(other, "GET /gate?wsdl", "", headers).body())
        .contains("location=\"http://localhost:" + other.port() + "/gate\"");
  }

  /** Commas and semicolons belong to Forwarded; the others are separated by ";X-". */
  private static String[] headers(String line) {
    return line.split(";(?=X-)", -1);
  }

  private static String who(RunningHost host, String... headers) throws IOException {
    String[] all =
        Stream.concat(Stream.of("Content-Type: text/xml"), Stream.of(headers))
            .toArray(String[]::new);
    return Reply.to(host, "POST /gate", Envelopes.soap11(WHO), all).body();
  }

  static Stream<String> malformed() {
    return Stream.of(
        "Forwarded: for",
        "Forwarded: for=",
        "Forwarded: for=berths.example",
        "Forwarded: for=1",
        "Forwarded: for=0x7f.1",
        "Forwarded: for=127.0.0.1;proto=ftp",
        "Forwarded: host=\"a b\"",
        "Forwarded: host=a/b",
        "Forwarded: host=\"a",
        "Forwarded: " + "for=10.0.0.1,".repeat(300) + "for=10.0.0.1",
        "X-Forwarded-For: localhost",
        "X-Forwarded-For: ,",
        "X-Forwarded-Proto: javascript",
        "X-Forwarded-Host: a\"b",
        "X-Forwarded-Port: 99999999",
        "X-Forwarded-Prefix: //evil.example",
        "X-Forwarded-Prefix: /a?b",
        "Client-Cert: gull",
        "Client-Cert: :Z3VsbA==:");
  }

  @ParameterizedTest
  @MethodSource("malformed")
  void refusesWhatATrustedProxyCannotMean(String header) throws Exception {
    Reply reply = Reply.to(trusting, "GET /gate?wsdl", "", header);
    assertThat(reply.status()).as(reply.body()).isEqualTo(400);
    assertThat(reply.body())
        .isEqualTo(
            "The header "
                + header.substring(0, header.indexOf(':'))
                + ", which a proxy has sent, cannot be read.\n");
    assertThat(Reply.to(other, "GET /gate?wsdl", "", header).status()).isEqualTo(200);
  }

  @Test
  void aProxyPassesOnWhoCallsAndWhetherThePathIsEncrypted() throws Exception {
    CallerSources sources =
        CallerSources.NONE
            .withPasswords((name, password) -> Optional.of(Caller.of(name)))
            .withUsernameTokens(UsernameTokenSettings.text())
            .withCertificates(
                shown -> Optional.of(Caller.of(shown.getSubjectX500Principal().getName())));
    Keys keys = new TestAuthority("Lantern Quay").issue("bridge", Duration.ofDays(1));
    String certificate =
        "Client-Cert: :"
            + Base64.getEncoder().encodeToString(keys.chain().get(0).getEncoded())
            + ":";
    String token =
        "<s:Security xmlns:s='http://docs.oasis-open.org/wss/2004/01/"
            + "oasis-200401-wss-wssecurity-secext-1.0.xsd'><s:UsernameToken><s:Username>ines</s:Username>"
            + "<s:Password>gull</s:Password></s:UsernameToken></s:Security>";
    try (RunningHost host =
        SoapHost.onPort(0)
            .serve("/gate", new Gate())
            .trustedProxies("127.0.0.1")
            .callers(sources)
            .start()) {
      assertThat(who(host, certificate)).contains("CN=bridge from");
      String plain = "Forwarded: for=198.51.100.7;proto=http";
      assertThat(post(host, token, plain)).contains("taken over TLS only");
      assertThat(post(host, token, plain + "s")).contains("ines from 198.51.100.7");
      String basic =
          "Authorization: Basic " + Base64.getEncoder().encodeToString("a:b".getBytes(UTF_8));
      assertThat(who(host, certificate, basic)).contains("a from");
    }
    try (RunningHost host =
        SoapHost.onPort(0).serve("/gate", new Gate()).callers(sources).start()) {
      assertThat(who(host, certificate)).contains("needs a caller");
    }
  }

  private static String post(RunningHost host, String block, String header) throws IOException {
    return Reply.to(
            host, "POST /gate", Envelopes.soap11(block, WHO), "Content-Type: text/xml", header)
        .body();
  }
}
