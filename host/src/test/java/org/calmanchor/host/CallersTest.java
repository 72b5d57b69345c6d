package org.calmanchor.host;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatIllegalArgumentException;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Base64;
import java.util.Collections;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.concurrent.atomic.AtomicReference;
import java.util.concurrent.locks.LockSupport;
import java.util.stream.Stream;
import org.calmanchor.annotations.Operation;
import org.calmanchor.annotations.PortType;
import org.calmanchor.annotations.Role;
import org.calmanchor.core.access.Caller;
import org.calmanchor.core.access.Callers;
import org.calmanchor.core.endpoint.CallContext;
import org.calmanchor.testing.Await;
import org.calmanchor.testing.Envelopes;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;

/** Who may call what: every way in, for every kind of operation. */
class CallersTest {
  private static final String SECRET = "gull & heron: 7";
  private static final AtomicReference<String> RAN = new AtomicReference<>("");
  private static final Callers CALLERS =
      (name, password) ->
          switch (name) {
            case "ines-tallow" -> known(password, Caller.of(name, "clerk"));
            case "saltmere-bridge" -> known(password, Caller.of(name, "lister"));
            default -> Optional.empty();
          };
  private static RunningHost host;

  private static Optional<Caller> known(String password, Caller caller) {
    return password.equals(SECRET) ? Optional.of(caller) : Optional.empty();
  }

  /** The office of the harbor, with each kind of operation. */
  @PortType(namespace = "urn:lanternquay:office", callers = "clerk")
  public static final class Office {
    @Operation(callers = Role.ANYONE)
    public String open() {
      return ran("open");
    }

    @Operation(callers = Role.ANY_CALLER)
    public String known() {
      return ran("known");
    }

    @Operation(callers = {"lister", "harbor-master"})
    public String list() {
      return ran("list");
    }

    /** As the service says. */
    @Operation
    public String close() {
      return ran("close");
    }

    @Operation(oneWay = true)
    public void note() {
      ran("note");
    }
  }

  /** A service that says nothing about callers. */
  @PortType(namespace = "urn:lanternquay:tide")
  public static final class Tide {
    @Operation
    public String level() {
      return ran("level");
    }
  }

  private static String ran(String operation) {
    RAN.set(operation);
    return CallContext.current().caller().map(Caller::name).orElse("nobody");
  }

  @BeforeAll
  static void start() {
    host =
        SoapHost.onPort(0)
            .serve("/office", new Office())
            .serve("/office", new Tide())
            .callers(CALLERS)
            .recordExchanges(5)
            .start();
  }

  @AfterAll
  static void stop() {
    host.close();
  }

  @BeforeEach
  void forget() {
    RAN.set("");
  }

  private static String basic(String name, String password) {
    byte[] both = (name + ":" + password).getBytes(StandardCharsets.UTF_8);
    return "Authorization: bAsIc " + Base64.getEncoder().encodeToString(both);
  }

  /** Credentials, and the status of each operation in the order of {@link #OPERATIONS}. */
  record Way(String name, List<String> headers, List<Integer> statuses) {
    static Way of(String name, List<String> headers, Integer... statuses) {
      return new Way(name, headers, List.of(statuses));
    }

    boolean isRefused() {
      return !statuses.contains(200);
    }

    /** One that is refused before anybody looks at the operation. */
    static Way refused(String name, int status, String... headers) {
      return new Way(name, List.of(headers), Collections.nCopies(6, status));
    }
  }

  private static final String CLERK = basic("ines-tallow", SECRET);
  private static final String LISTER = basic("saltmere-bridge", SECRET);
  private static final String WRONG = basic("ines-tallow", "gull");
  private static final String NOBODY = basic("bram-oakes", SECRET);

  private static final List<Way> WAYS =
      List.of(
          Way.of("no credentials", List.of(), 200, 401, 401, 401, 401, 401),
          Way.of("the clerk", List.of(CLERK), 200, 200, 403, 200, 200, 202),
          Way.of("the lister", List.of(LISTER), 200, 200, 200, 403, 200, 403),
          Way.of("another header", List.of("Proxy-" + CLERK), 200, 401, 401, 401, 401, 401),
          Way.refused("a wrong password", 401, WRONG),
          Way.refused("an unknown name", 401, NOBODY),
          Way.refused("an empty password", 401, basic("ines-tallow", "")),
          Way.refused("no name", 401, basic("", SECRET)),
          Way.refused("a name in capitals", 401, basic("INES-TALLOW", SECRET)),
          Way.refused("control characters", 401, basic("ines-tallow\r\n", SECRET)),
          Way.refused("no colon", 401, "Authorization: Basic aW5lcw=="),
          Way.refused("no base64", 401, "Authorization: Basic ***"),
          Way.refused("no UTF-8", 401, "Authorization: Basic /zr/"),
          Way.refused("nothing", 401, "Authorization: Basic "),
          Way.refused("another scheme", 401, "Authorization: Bearer abc"),
          Way.refused("two headers", 400, CLERK, LISTER));

  private static final List<String> OPERATIONS =
      List.of("open", "known", "list", "close", "level", "note");

  static Stream<String> forms() {
    return Stream.of("text/xml", "application/soap+xml");
  }

  private static String envelope(String type, String blocks, String... bodies) {
    String namespace = type.equals("text/xml") ? Envelopes.SOAP_11 : Envelopes.SOAP_12;
    StringBuilder body = new StringBuilder();
    for (String each : bodies) {
      String of = each.equals("level") ? "urn:lanternquay:tide" : "urn:lanternquay:office";
      body.append("<" + each + " xmlns='" + of + "'/>");
    }
    return Envelopes.envelope(namespace, "", blocks, body.toString());
  }

  private static Reply post(String type, String message, List<String> more) throws Exception {
    List<String> headers = new ArrayList<>(more);
    headers.add("Content-Type: " + type);
    return Reply.to(host, "POST /office", message, headers.toArray(String[]::new));
  }

  @ParameterizedTest
  @MethodSource("forms")
  void everyWayInForEveryKindOfOperation(String type) throws Exception {
    for (Way way : WAYS) {
      for (int i = 0; i < OPERATIONS.size(); i++) {
        String operation = OPERATIONS.get(i);
        if (way.isRefused() && i % 3 > 0) {
          // Wrong passwords make their name slow; the operation does not matter for them.
          continue;
        }
        String what = way.name() + " calls " + operation;
        RAN.set("");
        List<String> headers = new ArrayList<>(way.headers());
        // What a message says about itself decides nothing.
        headers.add("SOAPAction: \"urn:lanternquay:office:Office:open\"");
        String block = "<x xmlns='urn:lanternquay:office'>open</x>";
        Reply reply = post(type, envelope(type, block, operation), headers);
        assertThat(reply.status()).as(what).isEqualTo(way.statuses().get(i));
        boolean isServed = reply.status() < 300;
        // The answer to a one-way message comes before its method runs.
        Await.until(what, () -> !isServed || !RAN.get().isEmpty());
        assertThat(RAN.get()).as(what).isEqualTo(isServed ? operation : "");
        assertThat(reply.body()).as(what).doesNotContain(SECRET);
        if (!isServed) {
          assertThat(reply.body()).as(what).doesNotContain("Envelope");
        }
        assertThat(reply.headers().containsKey("www-authenticate"))
            .as(what)
            .isEqualTo(reply.status() == 401);
      }
    }
  }

  @ParameterizedTest
  @MethodSource("forms")
  void theFirstBodyElementDecidesAndNoOtherRuns(String type) throws Exception {
    assertThat(post(type, envelope(type, "", "close", "open"), List.of()).status()).isEqualTo(401);
    Reply open = post(type, envelope(type, "", "open", "close"), List.of());
    assertThat(open.body()).contains("Fault");
    assertThat(RAN.get()).isEmpty();
  }

  @Test
  void aMethodKnowsItsCallerAndWhoIsRefusedLearnsTheOperationsOnly() throws Exception {
    String close = envelope("text/xml", "", "close");
    Reply clerk = post("text/xml", close, List.of(CLERK));
    assertThat(clerk.body()).contains(">ines-tallow<");
    Reply unknown = post("text/xml", close, List.of());
    assertThat(unknown.header("www-authenticate"))
        .isEqualTo("Basic realm=\"services\", charset=\"UTF-8\"");
    assertThat(unknown.body())
        .isEqualTo("Operation close needs a caller: send a name and a password.\n");
    Reply lister = post("text/xml", close, List.of(LISTER));
    assertThat(lister.body())
        .isEqualTo("You may not call operation close: it is for other roles than yours.\n");
    Reply nothing = post("text/xml", close, List.of("Authorization: Basic"));
    assertThat(nothing.body()).startsWith("The Authorization header is not what HTTP Basic");
    Reply scheme = post("text/xml", close, List.of("Authorization: Basically x"));
    assertThat(scheme.body()).endsWith("not by another scheme.\n");
    Reply wrong = post("text/xml", close, List.of(WRONG));
    Reply nobody = post("text/xml", close, List.of(NOBODY));
    assertThat(wrong.body()).isEqualTo(nobody.body());
  }

  /** Each wrong password takes a while; those who are known already do not wait behind them. */
  @Test
  void aFloodOfWrongPasswordsStopsNobodyElse() throws Exception {
    Callers slow =
        (name, password) -> {
          if (!name.equals("ines-tallow")) {
            LockSupport.parkNanos(30_000_000);
          }
          return CALLERS.find(name, password);
        };
    String close = envelope("text/xml", "", "close");
    ExecutorService attackers = Executors.newFixedThreadPool(100);
    try (RunningHost flooded =
        SoapHost.onPort(0).serve("/office", new Office()).callers(slow).start()) {
      assertThat(post(flooded, close, CLERK).status()).isEqualTo(200);
      List<Future<Integer>> attacks = new ArrayList<>();
      for (int i = 0; i < 300; i++) {
        String wrong = basic("nobody-" + i, "gull");
        attacks.add(attackers.submit(() -> post(flooded, close, wrong).status()));
      }
      for (int i = 0; i < 30; i++) {
        assertThat(post(flooded, close, CLERK).status()).isEqualTo(200);
      }
      Set<Integer> statuses = new TreeSet<>();
      for (Future<Integer> attack : attacks) {
        statuses.add(attack.get());
      }
      assertThat(statuses).containsExactly(401, 503);
    } finally {
      attackers.shutdownNow();
    }
  }

  private static Reply post(RunningHost to, String message, String credentials) throws IOException {
    return Reply.to(to, "POST /office", message, "Content-Type: text/xml", credentials);
  }

  @Test
  void recordedExchangesHaveNoCredentials() throws Exception {
    post("text/xml", envelope("text/xml", "", "close"), List.of(CLERK));
    String secret = CLERK.substring("Authorization: bAsIc ".length());
    assertThat(host.exchanges().toString()).doesNotContain(secret, SECRET);
  }

  @Test
  void operationsForCertainCallersAreNeverOpen() {
    assertThatIllegalArgumentException()
        .isThrownBy(() -> SoapHost.onPort(0).serve("/office", new Office()).start())
        .withMessage(
            "operation close of OfficeService is for certain callers (clerk), but this host knows"
                + " none; say who knows them, with callers(...)");
  }

  @Test
  void documentsAndTheIndexStayOpen() throws Exception {
    assertThat(Reply.to(host, "GET /office?wsdl", "").status()).isEqualTo(200);
    assertThat(Reply.to(host, "GET /", "").status()).isEqualTo(200);
  }
}
