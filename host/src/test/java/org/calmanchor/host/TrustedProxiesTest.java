package org.calmanchor.host;

import static java.nio.charset.StandardCharsets.UTF_8;
import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.security.cert.X509Certificate;
import java.time.Duration;
import java.util.Base64;
import java.util.List;
import java.util.Locale;
import java.util.Map;
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
import org.calmanchor.web.proxy.ForwardingHeaders;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;

/** What a proxy says of a request counts only if the proxy is trusted, and only its own words. */
class TrustedProxiesTest {
  private static final TestAuthority AUTHORITY = new TestAuthority("Lantern Quay");
  private static final String WHO = "<who xmlns='urn:lanternquay:gate'/>";
  private static RunningHost trusting;
  private static RunningHost standard;
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
    trusting = trusting().start();
    standard = trusting().forwardingHeaders(ForwardingHeaders.FORWARDED).start();
    other = SoapHost.onPort(0).serve("/gate", new Gate()).start();
  }

  private static SoapHost trusting() {
    return SoapHost.onPort(0)
        .serve("/gate", new Gate())
        .trustedProxies("127.0.0.1", "192.0.2.10")
        .proxyClientAuthorities(AUTHORITY.certificates());
  }

  /** The host for which a header is of the form that counts. */
  private static RunningHost hostOf(String header) {
    return header.toLowerCase(Locale.ROOT).startsWith("forwarded") ? standard : trusting;
  }

  @AfterAll
  static void stop() {
    trusting.close();
    standard.close();
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
        // Only one form counts.
        "Forwarded: for=198.51.100.7;X-Forwarded-For: 10.0.0.1;X-Forwarded-Prefix: /a | = |"
            + " 198.51.100.7",
        "X-Forwarded-For: 10.0.0.1|Forwarded: for=198.51.100.7;host=evil.example | = | 10.0.0.1");
  }

  @ParameterizedTest
  @MethodSource("words")
  void aTrustedProxySaysWhereARequestComesFrom(String line) throws Exception {
    String[] parts = line.split(" \\| ", -1);
    String[] headers = headers(parts[0]);
    RunningHost host = hostOf(line);
    String base = parts[1].equals("=") ? "http://localhost:" + host.port() : parts[1];
    Reply wsdl = Reply.to(host, "GET /gate?wsdl", "", headers);
    assertThat(wsdl.body()).contains("location=\"" + base + "/gate\"");
    assertThat(who(host, headers)).contains("from " + parts[2]);
    // Nobody else says it.
    assertThat(who(other, headers)).contains("from 127.0.0.1");
    assertThat(Reply.to(other, "GET /gate?wsdl", "", headers).body())
        .contains("location=\"http://localhost:" + other.port() + "/gate\"");
  }

  /** Commas and semicolons belong to Forwarded; others are separated by ";X-", or by "|". */
  private static String[] headers(String line) {
    return line.split(";(?=X-)|\\|", -1);
  }

  private static String who(RunningHost host, String... headers) throws IOException {
    return post(host, "", headers);
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
    Reply reply = Reply.to(hostOf(header), "GET /gate?wsdl", "", header);
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
    String certificate = clientCert(AUTHORITY.issue("bridge", Duration.ofDays(1)));
    String token =
        "<s:Security xmlns:s='http://docs.oasis-open.org/wss/2004/01/"
            + "oasis-200401-wss-wssecurity-secext-1.0.xsd'><s:UsernameToken><s:Username>ines</s:Username>"
            + "<s:Password>gull</s:Password></s:UsernameToken></s:Security>";
    try (RunningHost host = trusting().callers(sources).start()) {
      assertThat(who(host, certificate)).contains("CN=bridge from");
      String from = "X-Forwarded-For: 198.51.100.7";
      assertThat(post(host, token, from)).contains("taken over TLS only");
      assertThat(post(host, token, from, "X-Forwarded-Proto: https"))
          .contains("ines from 198.51.100.7");
      String basic =
          "Authorization: Basic " + Base64.getEncoder().encodeToString("a:b".getBytes(UTF_8));
      assertThat(who(host, certificate, basic)).contains("a from");
    }
    try (RunningHost host = SoapHost.onPort(0).serve("/gate", new Gate()).callers(sources).start();
        RunningHost believing =
            trusting().proxyClientAuthorities(List.of()).callers(sources).start()) {
      assertThat(who(host, certificate)).contains("needs a caller");
      assertThat(who(believing, certificate)).contains("needs a caller");
      assertThat(post(host, token)).contains("ines from 127.0.0.1");
      for (String trace : List.of("Forwarded: for=_a", "Via: 1.1 a", "X-Real-IP: 192.0.2.1")) {
        assertThat(post(host, token, trace)).as(trace).contains("taken over TLS only");
      }
    }
  }

  private static String clientCert(Keys keys) throws Exception {
    return "Client-Cert: " + bytes(keys.chain().get(0));
  }

  private static String bytes(X509Certificate certificate) throws Exception {
    return ":" + Base64.getEncoder().encodeToString(certificate.getEncoded()) + ":";
  }

  @Test
  void aPassedOnCertificateIsCheckedAsTlsDoes() throws Exception {
    TestAuthority between = AUTHORITY.authority("Saltmere");
    String chain = "Client-Cert-Chain: " + bytes(between.certificates().get(0));
    Duration day = Duration.ofDays(1);
    String own = clientCert(between.issue("bridge", day));
    Map<String[], Integer> answers =
        Map.of(
            new String[] {clientCert(AUTHORITY.issue("bridge", day))}, 200,
            new String[] {own, chain}, 200,
            new String[] {own}, 403,
            new String[] {clientCert(new TestAuthority("Lantern Quay").issue("a", day)), chain},
                403,
            new String[] {clientCert(AUTHORITY.issue("bridge", day.negated()))}, 403,
            new String[] {clientCert(AUTHORITY.issueForServers("bridge", day))}, 403,
            new String[] {own, chain + (", " + chain.substring(19)).repeat(12)}, 400,
            new String[] {own, own}, 400,
            new String[] {own, "Client-Cert-Chain: gull"}, 400);
    for (Map.Entry<String[], Integer> each : answers.entrySet()) {
      Reply reply = Reply.to(trusting, "GET /gate?wsdl", "", each.getKey());
      assertThat(reply.status()).as(reply.body()).isEqualTo(each.getValue());
    }
  }

  private static String post(RunningHost host, String block, String... headers) throws IOException {
    String[] all =
        Stream.concat(Stream.of("Content-Type: text/xml"), Stream.of(headers))
            .toArray(String[]::new);
    return Reply.to(host, "POST /gate", Envelopes.soap11(block, WHO), all).body();
  }
}
