package org.calmanchor.host;

import static java.nio.charset.StandardCharsets.UTF_8;
import static org.assertj.core.api.Assertions.assertThat;

import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.net.http.HttpResponse.BodyHandlers;
import java.nio.file.Files;
import java.nio.file.Path;
import java.security.MessageDigest;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Base64;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.stream.Stream;
import org.calmanchor.annotations.Operation;
import org.calmanchor.annotations.PortType;
import org.calmanchor.annotations.Role;
import org.calmanchor.core.access.Caller;
import org.calmanchor.core.access.CallerSources;
import org.calmanchor.core.access.LocalReplayMemory;
import org.calmanchor.core.access.PasswordSource.KnownPassword;
import org.calmanchor.core.access.TokenVerifier.Verified;
import org.calmanchor.core.access.UsernameTokenSettings;
import org.calmanchor.core.endpoint.CallContext;
import org.calmanchor.core.keys.Keys;
import org.calmanchor.testing.Envelopes;
import org.calmanchor.tls.PemKeys;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;

/**
 * Every way in, with right and wrong credentials, for every kind of operation, in both versions of
 * SOAP, with header blocks in any order, several body children, and an action of another operation:
 * the answers are those of the table in docs/security.md.
 */
class WaysInTest {
  private static final String SECRET = "gull & heron: 7";
  private static final String WSS = "http://docs.oasis-open.org/wss/2004/01/oasis-200401-wss-";

  /** Two orders of header blocks, two actions, and at last a second body child. */
  private static final int VARIANTS = 5;

  private static final AtomicInteger COUNT = new AtomicInteger();
  private static final Map<String, HttpClient> CLIENTS = new HashMap<>();
  private static RunningHost host;
  private static String usedNonce = "";
  private static String usedCreated = "";

  @TempDir private static Path folder;

  /** The office of the harbor, with each kind of operation. */
  @PortType(namespace = "urn:lanternquay:office")
  public static final class Office {
    @Operation(callers = Role.ANYONE)
    public String open() {
      return who();
    }

    @Operation(callers = Role.ANY_CALLER)
    public String any() {
      return who();
    }

    @Operation(callers = "clerk")
    public String role() {
      return who();
    }

    private static String who() {
      return CallContext.current().caller().map(Caller::name).orElse("nobody");
    }
  }

  private static Optional<Caller> known(String name) {
    return switch (name) {
      case "ines-tallow" -> Optional.of(Caller.of(name, "clerk"));
      case "saltmere-bridge" -> Optional.of(Caller.of(name));
      default -> Optional.empty();
    };
  }

  @BeforeAll
  static void start() throws Exception {
    TestAuthority authority = new TestAuthority("Lantern Quay");
    Keys keys = authority.issue("host", Duration.ofDays(1));
    Path certificate = folder.resolve("host.pem");
    Path key = folder.resolve("host.key");
    Files.writeString(certificate, TestAuthority.pem(keys.chain().toArray()));
    Files.writeString(key, TestAuthority.pem(keys.key()));
    for (String name : List.of("ines-tallow", "saltmere-bridge", "gull")) {
      CLIENTS.put(
          name,
          HttpClient.newBuilder()
              .sslContext(authority.client(authority.issue(name, Duration.ofDays(1))))
              .build());
    }
    CLIENTS.put("", HttpClient.newBuilder().sslContext(authority.client()).build());
    CallerSources sources =
        CallerSources.NONE
            .withPasswords((name, password) -> known(name).filter(each -> password.equals(SECRET)))
            .withTokens(
                token ->
                    known(token.replaceFirst("\\.[a-z]*$", ""))
                        .map(each -> new Verified(each, expiry(token)))
                        .filter(each -> each.until().isAfter(Instant.now())))
            .withCertificates(
                shown -> known(shown.getSubjectX500Principal().getName().replaceFirst("^CN=", "")))
            .withUsernameTokens(
                new UsernameTokenSettings(
                    true,
                    name -> known(name).map(each -> new KnownPassword(each, SECRET)),
                    new LocalReplayMemory()));
    host =
        SoapHost.onPort(0)
            .serve("/office", new Office())
            .callers(sources)
            .tls(Tls.with(PemKeys.at(certificate, key)).wantingClients(authority.file(folder)))
            .recordExchanges(500)
            .start();
    // What is replayed below.
    usedNonce = "bGFudGVybg==";
    usedCreated = Instant.now().toString();
    for (String kind : List.of("text", "digest")) {
      HttpResponse<String> first = send(new Case(kind, State.REPLAYED, "open", false), 0);
      assertThat(first.statusCode()).isIn(200, 500);
    }
  }

  private static Instant expiry(String token) {
    return token.endsWith(".old") ? Instant.now().minusSeconds(1) : Instant.MAX;
  }

  @AfterAll
  static void stop() {
    host.close();
  }

  /** What the credentials are like. */
  enum State {
    NONE,
    WRONG,
    EXPIRED,
    REPLAYED,
    WITHOUT_ROLE,
    RIGHT
  }

  /** One line of the table. */
  record Case(String way, State state, String operation, boolean is12) {
    boolean isInMessage() {
      return way.equals("text") || way.equals("digest");
    }

    boolean isRefused() {
      return state == State.WRONG || state == State.EXPIRED || state == State.REPLAYED;
    }

    boolean isServed() {
      return !isRefused()
          && (operation.equals("open")
              || state == State.RIGHT
              || (state == State.WITHOUT_ROLE && operation.equals("any")));
    }

    int status() {
      if (isServed()) {
        return 200;
      }
      if (state == State.NONE) {
        return 401;
      }
      if (isInMessage()) {
        return is12 ? 400 : 500;
      }
      return isRefused() && !way.equals("certificate") ? 401 : 403;
    }

    String caller() {
      return state == State.NONE
          ? "nobody"
          : state == State.RIGHT ? "ines-tallow" : "saltmere-bridge";
    }

    /** The code of the fault; empty if there is none. */
    String code() {
      if (isServed() || !isInMessage() || state == State.NONE) {
        return "";
      }
      return switch (state) {
        case EXPIRED -> "sub:MessageExpired";
        case WITHOUT_ROLE -> is12 ? "soap:Sender" : "soap:Client";
        default -> "sub:FailedAuthentication";
      };
    }
  }

  static Stream<Case> cases() {
    List<Case> all = new ArrayList<>();
    for (String way : List.of("basic", "bearer", "certificate", "text", "digest")) {
      for (State state : State.values()) {
        boolean hasState =
            switch (state) {
              case EXPIRED -> !way.equals("basic") && !way.equals("certificate");
              case REPLAYED -> way.equals("text") || way.equals("digest");
              default -> true;
            };
        for (String operation : List.of("open", "any", "role")) {
          if (hasState) {
            all.add(new Case(way, state, operation, false));
            all.add(new Case(way, state, operation, true));
          }
        }
      }
    }
    return all.stream();
  }

  private static HttpResponse<String> send(Case each, int variant) throws Exception {
    // A new name each time: wrong passwords make their name slow.
    String name =
        each.state() == State.WRONG
            ? "nobody-" + COUNT.incrementAndGet()
            : each.state() == State.WITHOUT_ROLE ? "saltmere-bridge" : "ines-tallow";
    HttpRequest.Builder request = HttpRequest.newBuilder(host.address("/office"));
    String shown = "";
    String security = "";
    if (each.state() != State.NONE) {
      switch (each.way()) {
        case "basic" ->
            request.header(
                "Authorization",
                "Basic "
                    + Base64.getEncoder().encodeToString((name + ":" + SECRET).getBytes(UTF_8)));
        case "bearer" ->
            request.header(
                "Authorization",
                "Bearer " + name + (each.state() == State.EXPIRED ? ".old" : ".new"));
        case "certificate" -> shown = each.state() == State.WRONG ? "gull" : name;
        default -> security = security(each, name);
      }
    }
    boolean hasOtherAction = variant % 2 == 1;
    String action =
        "\"urn:lanternquay:office:Office:" + (hasOtherAction ? "open" : each.operation()) + "\"";
    request.header(
        "Content-Type",
        each.is12() ? "application/soap+xml; action=" + action : "text/xml; charset=utf-8");
    if (!each.is12()) {
      request.header("SOAPAction", action);
    }
    String other = "<x xmlns='urn:lanternquay:other'>open</x>";
    boolean isLast = variant % 4 >= 2;
    String blocks = isLast ? other + security : security + other;
    String bodies = "<" + each.operation() + " xmlns='urn:lanternquay:office'/>";
    String more = variant >= 4 ? "<open xmlns='urn:lanternquay:office'/>" : "";
    String namespace = each.is12() ? Envelopes.SOAP_12 : Envelopes.SOAP_11;
    String message = Envelopes.envelope(namespace, "", blocks, bodies + more);
    return CLIENTS
        .get(shown)
        .send(
            request.POST(HttpRequest.BodyPublishers.ofString(message)).build(),
            BodyHandlers.ofString());
  }

  private static String security(Case each, String name) throws Exception {
    boolean isReplay = each.state() == State.REPLAYED;
    String nonce =
        isReplay
            ? usedNonce
            : Base64.getEncoder().encodeToString(("n" + COUNT.incrementAndGet()).getBytes(UTF_8));
    Instant now = Instant.now().minusSeconds(each.state() == State.EXPIRED ? 301 : 0);
    String created = isReplay ? usedCreated : now.toString();
    String password = SECRET.replace("&", "&amp;");
    if (each.way().equals("digest")) {
      MessageDigest digest = MessageDigest.getInstance("SHA-1");
      digest.update(Base64.getDecoder().decode(nonce));
      digest.update(created.getBytes(UTF_8));
      password = Base64.getEncoder().encodeToString(digest.digest(SECRET.getBytes(UTF_8)));
    }
    String type = each.way().equals("digest") ? "PasswordDigest" : "PasswordText";
    return "<s:Security xmlns:s='"
        + WSS
        + "wssecurity-secext-1.0.xsd' xmlns:u='"
        + WSS
        + "wssecurity-utility-1.0.xsd' e:mustUnderstand='1'><s:UsernameToken><s:Username>"
        + name
        + "</s:Username><s:Password Type='"
        + WSS
        + "username-token-profile-1.0#"
        + type
        + "'>"
        + password
        + "</s:Password><s:Nonce>"
        + nonce
        + "</s:Nonce><u:Created>"
        + created
        + "</u:Created></s:UsernameToken></s:Security>";
  }

  @ParameterizedTest
  @MethodSource("cases")
  void everyWayInIsAnsweredAsTheTableSays(Case each) throws Exception {
    for (int variant = 0; variant < VARIANTS; variant++) {
      HttpResponse<String> answer = send(each, variant);
      String what = each + " in variant " + variant + ": " + answer.body();
      assertThat(answer.body()).as(what).doesNotContain("gull");
      if (variant >= 4 && each.isServed()) {
        // Nothing runs of a message with two body children.
        assertThat(answer.body()).as(what).contains("Fault").doesNotContain("Response>");
        continue;
      }
      assertThat(answer.statusCode()).as(what).isEqualTo(each.status());
      assertThat(answer.body().contains("Envelope"))
          .as(what)
          .isEqualTo(each.isServed() || !each.code().isEmpty());
      assertThat(answer.headers().firstValue("WWW-Authenticate").isPresent())
          .as(what)
          .isEqualTo(each.status() == 401);
      assertThat(
              answer.headers().firstValue("WWW-Authenticate").orElse("").contains("invalid_token"))
          .as(what)
          .isEqualTo(
              each.way().equals("bearer") && each.status() == 401 && each.state() != State.NONE);
      if (each.isServed()) {
        assertThat(answer.body()).as(what).contains(">" + each.caller() + "<");
      } else if (!each.code().isEmpty()) {
        assertThat(answer.body()).as(what).contains(">" + each.code() + "<");
      }
    }
  }

  @Test
  void recordedExchangesHaveNoSecrets() throws Exception {
    for (Case each : cases().filter(each -> each.state() == State.RIGHT).toList()) {
      send(each, 0);
    }
    assertThat(host.exchanges().toString())
        .contains("role")
        .doesNotContain(SECRET, SECRET.replace("&", "&amp;"), "ines-tallow.new");
  }
}
