package org.calmanchor.fuzz;

import static org.assertj.core.api.Assertions.assertThat;

import com.code_intelligence.jazzer.api.FuzzedDataProvider;
import com.code_intelligence.jazzer.junit.FuzzTest;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.security.GeneralSecurityException;
import java.security.KeyStore;
import java.security.cert.X509Certificate;
import java.time.Instant;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import javax.net.ssl.TrustManagerFactory;
import javax.net.ssl.X509TrustManager;
import org.calmanchor.core.access.Caller;
import org.calmanchor.core.access.CallerSources;
import org.calmanchor.core.access.CallerVerification;
import org.calmanchor.core.access.LocalReplayMemory;
import org.calmanchor.core.access.PasswordSource.KnownPassword;
import org.calmanchor.core.access.TokenVerifier.Verified;
import org.calmanchor.core.access.UsernameTokenSettings;
import org.calmanchor.core.endpoint.Endpoint;
import org.calmanchor.core.endpoint.EndpointSettings;
import org.calmanchor.core.limits.ExemptAddresses;
import org.calmanchor.core.limits.Limits;
import org.calmanchor.core.running.RunningCalls;
import org.calmanchor.core.usernametoken.UsernameTokens;
import org.calmanchor.testing.Envelopes;
import org.calmanchor.web.HostedService;
import org.calmanchor.web.Site;
import org.calmanchor.web.SiteSettings;
import org.calmanchor.web.caller.TransportCallers;
import org.calmanchor.web.proxy.ForwardingHeaders;
import org.calmanchor.web.proxy.TrustedProxies;
import org.junit.jupiter.api.Test;

/**
 * Whatever credentials are sent: they are refused or accepted, but nothing breaks. Whoever has any
 * password is known here, so that nothing becomes slow.
 */
class CredentialsFuzzTest {
  private static final CallerSources SOURCES =
      CallerSources.NONE
          .withPasswords((name, password) -> Optional.of(Caller.of(name)))
          .withTokens(token -> Optional.of(new Verified(Caller.of("token"), Instant.MAX)))
          .withUsernameTokens(
              new UsernameTokenSettings(
                  true,
                  name -> Optional.of(new KnownPassword(Caller.of(name), "gull")),
                  new LocalReplayMemory()));
  private static final CallerVerification VERIFICATION =
      new CallerVerification(SOURCES, ExemptAddresses.LOOPBACK);
  private static final TransportCallers CALLERS = new TransportCallers(VERIFICATION);
  private static final Site SITE = site(ForwardingHeaders.X_FORWARDED);
  private static final Site STANDARD_SITE = site(ForwardingHeaders.FORWARDED);

  private static Site site(ForwardingHeaders form) {
    EndpointSettings settings =
        new EndpointSettings(
            Limits.DEFAULT,
            false,
            List.of(),
            List.of(),
            List.of(),
            SOURCES,
            new UsernameTokens(SOURCES.usernameTokens(), VERIFICATION),
            null,
            null,
            RunningCalls.UNWATCHED);
    return new Site(
        List.of(new HostedService("/c", Endpoint.of(new Chandlery()).with(settings))),
        SiteSettings.of(RunningCalls.UNWATCHED)
            .callers(CALLERS)
            .trustedProxies(new TrustedProxies(Set.of("127.0.0.1"), form, authorities()))
            .build());
  }

  private static List<X509Certificate> authorities() {
    try {
      TrustManagerFactory factory = TrustManagerFactory.getInstance("PKIX");
      factory.init((KeyStore) null);
      return List.of(((X509TrustManager) factory.getTrustManagers()[0]).getAcceptedIssuers());
    } catch (GeneralSecurityException unexpected) {
      throw new IllegalStateException(unexpected);
    }
  }

  private static final List<String> BEGINNINGS =
      List.of("Basic ", "basic ", "Basic aW5lczpndWxs", "Bearer ", "Bearer a.b.c", "Digest ", "");

  @FuzzTest(maxDuration = "20s")
  void readsEveryAuthorization(FuzzedDataProvider data) {
    String header = data.pickValue(BEGINNINGS) + data.consumeRemainingAsString();
    Sent sent = new Sent("POST", null, Map.of("authorization", header), new byte[0], true);
    TransportCallers.Finding found = CALLERS.of(sent).toCompletableFuture().join();
    if ((found.caller() == null) == (found.refusal() == null)) {
      throw new AssertionError("neither known nor refused, or both: " + found);
    }
    // A machine under load may be too busy for ten seconds.
    if (found.refusal() != null
        && found.refusal().status() != 401
        && found.refusal().status() != 503) {
      throw new AssertionError("status " + found.refusal().status());
    }
  }

  private static final String BEFORE =
      "<s:Security"
          + " xmlns:s='http://docs.oasis-open.org/wss/2004/01/oasis-200401-wss-wssecurity-secext-1.0.xsd'"
          + " xmlns:u='http://docs.oasis-open.org/wss/2004/01/oasis-200401-wss-wssecurity-utility-1.0.xsd'>";

  private static Sent send(String security) throws IOException {
    String message =
        Envelopes.soap11(
            BEFORE + security + "</s:Security>",
            "<t xmlns='urn:c'><tree><name>oak</name></tree></t>");
    Map<String, String> headers = Map.of("content-type", "text/xml");
    Sent sent = new Sent("POST", null, headers, message.getBytes(StandardCharsets.UTF_8), true);
    SITE.handle(sent, sent).toCompletableFuture().join();
    return sent;
  }

  @Test
  void aGoodTokenReachesTheMethodAndABadOneDoesNot() throws IOException {
    String name = "<s:UsernameToken><s:Username>ines</s:Username>";
    assertThat(
            send(name + "<s:Password>gull</s:Password></s:UsernameToken>")
                .answer
                .toString(StandardCharsets.UTF_8))
        .contains("tResponse", "oak");
    assertThat(send(name + "</s:UsernameToken>").answer.toString(StandardCharsets.UTF_8))
        .contains("Fault")
        .doesNotContain("oak");
  }

  @FuzzTest(maxDuration = "20s")
  void readsEveryUsernameToken(FuzzedDataProvider data) throws IOException {
    StringBuilder block = new StringBuilder();
    while (data.remainingBytes() > 0) {
      block.append(
          data.consumeBoolean()
              ? data.pickValue(PARTS)
              : data.consumeString(20).replace('<', '(').replace('&', '+'));
    }
    Sent sent = send(block.toString());
    String answer = sent.answer.toString(StandardCharsets.UTF_8);
    if (sent.aborted || answer.contains("incident") || answer.contains("Exception")) {
      throw new AssertionError("broken: " + answer);
    }
  }

  private static final List<String> PARTS =
      List.of(
          "<s:UsernameToken>",
          "</s:UsernameToken>",
          "<s:Username>",
          "</s:Username>",
          "<s:Username>ines</s:Username>",
          "<s:Password>",
          "<s:Password Type='http://docs.oasis-open.org/wss/2004/01/"
              + "oasis-200401-wss-username-token-profile-1.0#PasswordDigest'>",
          "</s:Password>",
          "<s:Nonce>",
          "</s:Nonce>",
          "<s:Nonce>AAAA</s:Nonce>",
          "<u:Created>",
          "</u:Created>",
          "<u:Created>2027-06-11T08:43:00Z</u:Created>",
          "<u:Timestamp>",
          "</u:Timestamp>",
          "<u:Expires>",
          "</u:Expires>",
          "<!-- -->",
          "<![CDATA[",
          "]]>",
          "&#9;",
          "<s:UsernameToken><s:Username>ines</s:Username><s:Password>gull</s:Password>");

  @FuzzTest(maxDuration = "20s")
  void readsEveryForwarding(FuzzedDataProvider data) throws IOException {
    Map<String, String> headers = new HashMap<>();
    for (String name :
        List.of(
            "forwarded",
            "x-forwarded-for",
            "x-forwarded-proto",
            "x-forwarded-host",
            "x-forwarded-port",
            "x-forwarded-prefix",
            "client-cert",
            "client-cert-chain")) {
      if (data.consumeBoolean()) {
        headers.put(name, data.pickValue(WORDS) + data.consumeString(30));
      }
    }
    Sent sent = new Sent("GET", "xsd=99", headers, new byte[0], true);
    Site site = data.consumeBoolean() ? STANDARD_SITE : SITE;
    site.handle(sent, sent).toCompletableFuture().join();
    if (sent.aborted || (sent.status != 404 && sent.status != 400 && sent.status != 403)) {
      throw new AssertionError("status " + sent.status);
    }
  }

  private static final List<String> WORDS =
      List.of(
          "for=192.0.2.1;proto=https;host=berths.example",
          "for=\"[2001:db8::7]:4711\"",
          "for=127.0.0.1, ",
          "192.0.2.1, 127.0.0.1",
          "https",
          "berths.example:8443",
          "8443",
          "/harbor",
          ":AAAA:",
          "");
}
