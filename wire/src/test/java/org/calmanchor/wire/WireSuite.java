package org.calmanchor.wire;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.net.URI;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Base64;
import java.util.List;
import java.util.Set;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.TimeUnit;
import java.util.regex.MatchResult;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import java.util.zip.GZIPInputStream;
import java.util.zip.GZIPOutputStream;
import org.calmanchor.callers.CallersFile;
import org.calmanchor.core.access.Caller;
import org.calmanchor.testing.Await;
import org.calmanchor.testing.Envelopes;
import org.calmanchor.wire.Connection.Reply;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.DynamicTest;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestFactory;
import org.junit.jupiter.api.TestInstance;
import org.junit.jupiter.api.io.TempDir;

/** What goes over the wire is the same on every server. */
@TestInstance(TestInstance.Lifecycle.PER_CLASS)
abstract class WireSuite {
  private static final String SIGNALS = "/signals";
  private static final String EVENTS = "/signals?page=events";
  private static final String PASSWORD = "correct-anchor-chain";
  private static final String XML = "Content-Type: text/xml; charset=utf-8";

  /** Everything that a server is told, but its port. */
  private static final String CONFIGURATION =
      """
      services: [/signals=org.calmanchor.wire.SignalMast, /pilots=org.calmanchor.wire.PilotStation]
      callers: "%s"
      test-page: everybody
      keep-exchanges: true
      limits: {call-time: 1.5s, read-time: 2s, body-bytes: 100000, calls: 20}
      """;

  /**
   * Requests whose answers are known: method, target, header, body (or the name of an operation
   * with its argument), and then the status and what the answer says.
   */
  private static final String EXCHANGES =
      """
      GET|/||| 200 SignalMast
      GET|/health/live||| 200 live
      GET|/health/ready||| 200 ready
      POST|/health/ready||| 405 Allowed here: GET, HEAD
      GET|/signals||| 200 data-service="SignalMast"
      GET|/signals?xsd=none||| 404 There is no
      GET|/signals?wsdl||| 200 <wsdl:definitions
      GET|/signals?wsdl|Host: elsewhere.example|| 421 by a name that it does not go by
      GET|/%73ignals||| 404
      PUT|/signals||x| 405 Send SOAP requests with POST
      POST|/signals|Content-Type: application/json|{}| 415 Send text/xml for SOAP 1.1
      POST|/signals|Content-Type: text/xml|<!DOCTYPE a [<!ENTITY b "c">]><a/>| 500 DOCTYPE
      POST|/signals|Content-Type: text/xml|<a| 500 not well-formed
      POST|/signals?page=form|Content-Type: application/json|{"operation": "hoist"}| 200 hoist
      POST|/signals?page=form|Origin: https://elsewhere.example|{}| 403 Only this server's own page
      POST|/signals|Content-Type: text/xml|hoist flags kilo| 200 hoisted kilo
      POST|/signals|Content-Type: text/xml|hoist flags \u00e4\u20ac| 200 hoisted \u00e4\u20ac
      POST|/signals|Content-Type: text/xml|hoist colours red| 500 flags
      POST|/signals|Content-Type: text/xml|dip vessel Patient Otter| 500 vessel>Patient Otter</
      POST|/signals|Content-Type: text/xml|later millis 100| 200 hoisted later
      POST|/signals|Content-Type: text/xml|drag millis 10| 200 dragged
      POST|/signals|Content-Type: text/xml|drag millis 9000| 500 did not answer within 1500 ms
      POST|/signals|Content-Type: text/xml|jam millis 2500| 500 did not answer within 1500 ms
      POST|/signals|Content-Type: text/xml|later millis 9000| 500 did not answer within 1500 ms
      POST|/signals|Content-Type: text/xml|note flags kilo| 202
      POST|/pilots|Content-Type: text/xml|next| 401
      """;

  private Server server;

  /** Starts a server with the configuration in {@code folder}/calm-anchor.yaml. */
  abstract Server start(Path folder) throws Exception;

  @BeforeAll
  void startServer(@TempDir Path folder) throws Exception {
    CallersFile.add(
        folder.resolve("callers.yaml"), new Caller("saltmere-bridge", Set.of("pilot")), PASSWORD);
    String settings = CONFIGURATION.formatted(folder.resolve("callers.yaml"));
    Files.writeString(folder.resolve("calm-anchor.yaml"), settings);
    Files.writeString(folder.resolve("application.yaml"), "calm-anchor:\n" + settings.indent(2));
    server = start(folder);
  }

  @AfterAll
  void stopServer() throws Exception {
    server.stop().close();
  }

  private static String namespaceOf(String operation) {
    return operation.equals("next") ? "urn:lanternquay:pilots" : "urn:lanternquay:signals";
  }

  /** A SOAP 1.1 message: an operation, and perhaps the name of an argument with its value. */
  static String message(String call) {
    String[] parts = call.split(" ", 3);
    String argument =
        parts.length < 3 ? "" : "<" + parts[1] + ">" + parts[2] + "</" + parts[1] + ">";
    return Envelopes.call(namespaceOf(parts[0]), parts[0], argument);
  }

  private Reply ask(String method, String target, String body, String... headers) throws Exception {
    byte[] bytes = body.getBytes(StandardCharsets.UTF_8);
    List<String> all = new ArrayList<>(List.of(headers));
    all.removeIf(String::isEmpty);
    all.add("Content-Length: " + bytes.length);
    try (Connection connection = new Connection(server.base())) {
      return connection
          .head(method, target, all.toArray(String[]::new))
          .bytes(bytes)
          .reply(!method.equals("HEAD"));
    }
  }

  /** Calls an operation of the mast. */
  final Reply call(String call) throws Exception {
    return ask("POST", SIGNALS, message(call), XML);
  }

  @TestFactory
  Stream<DynamicTest> requestsHaveTheirAnswers() {
    return EXCHANGES.lines().map(line -> DynamicTest.dynamicTest(line, () -> exchange(line)));
  }

  private void exchange(String line) throws Exception {
    String[] parts = line.split("\\|", 5);
    String body = parts[3];
    boolean isCall = body.matches("\\p{Alpha}+( .*)?") && parts[2].contains("text/xml");
    Reply reply = ask(parts[0], parts[1], isCall ? message(body) : body, parts[2]);
    String[] expected = parts[4].strip().split(" ", 2);
    assertThat(reply.status()).as(reply.body()).isEqualTo(Integer.parseInt(expected[0]));
    assertThat(reply.isWhole()).isTrue();
    assertThat(reply.body()).contains(expected.length > 1 ? expected[1] : "");
    assertThat(reply.body()).doesNotContain("Exception", "org.calmanchor", "java.", "\tat ");
  }

  @Test
  void aShortAnswerHasItsLength() throws Exception {
    Reply reply = call("hoist flags kilo");
    assertThat(reply.header("Content-Length")).isEqualTo(String.valueOf(reply.bytes().length));
    assertThat(reply.header("Content-Type")).startsWith("text/xml");
    assertThat(reply.header("Server")).isEmpty();
  }

  @Test
  void aMessageOfSoap12IsAnsweredByOne() throws Exception {
    String message = Envelopes.asSoap12(message("hoist flags kilo"));
    Reply reply = ask("POST", SIGNALS, message, "Content-Type: application/soap+xml");
    assertThat(reply.status()).isEqualTo(200);
    assertThat(reply.header("Content-Type")).startsWith("application/soap+xml");
    assertThat(reply.body()).contains(Envelopes.SOAP_12, "hoisted kilo");
  }

  @Test
  void aProgrammingMistakeTellsNothing() throws Exception {
    Reply reply = call("tangle");
    assertThat(reply.status()).isEqualTo(500);
    assertThat(reply.body()).contains("Fault").doesNotContain("secret", "halyard", "Exception");
  }

  @Test
  void theWsdlHasTheAddressOfTheService() throws Exception {
    String wsdl = ask("GET", "/signals?wsdl", "").body();
    assertThat(wsdl).contains("location=\"" + server.base() + "/signals\"");
    Reply head = ask("HEAD", "/signals?wsdl", "");
    assertThat(head.header("Content-Length")).isEqualTo(String.valueOf(wsdl.length()));
    assertThat(ask("GET", "/signals?wsdl", "", "Accept-Encoding: gzip").header("Content-Encoding"))
        .isEqualTo("gzip");
  }

  @TestFactory
  Stream<DynamicTest> linksOfPagesLeadSomewhere() throws Exception {
    Pattern link = Pattern.compile("(?:href|src|data-path)=\"([^\"#]+)[^\"]*\"");
    return Stream.of("/", SIGNALS, "/signals?explained", "/none/at/all")
        .flatMap(
            page -> {
              try {
                return link.matcher(ask("GET", page, "").body())
                    .results()
                    .map(MatchResult::group)
                    .map(found -> link.matcher(found).replaceFirst("$1").replace("&amp;", "&"))
                    .distinct()
                    .map(
                        found ->
                            DynamicTest.dynamicTest(page + ": " + found, () -> open(page, found)));
              } catch (Exception failed) {
                throw new AssertionError(page, failed);
              }
            });
  }

  private void open(String page, String link) throws Exception {
    URI target = URI.create(server.base() + page).resolve(link);
    assertThat(target.toString()).startsWith(server.base() + "/");
    String rest = target.toString().substring(server.base().toString().length());
    assertThat(ask("GET", rest, "").status()).as(target.toString()).isEqualTo(200);
  }

  @Test
  void thePlaceOfTheSiteLeadsToItsIndex() throws Exception {
    Reply reply = ask("GET", "", "");
    if (reply.status() == 302) {
      URI base = server.base();
      assertThat(base.resolve(reply.header("Location"))).isEqualTo(URI.create(base + "/"));
    } else {
      // There is nothing before the slash.
      assertThat(server.base().getPath()).isEmpty();
    }
  }

  @Test
  void compressedMessagesAreUnderstood() throws Exception {
    ByteArrayOutputStream packed = new ByteArrayOutputStream();
    try (GZIPOutputStream gzip = new GZIPOutputStream(packed)) {
      gzip.write(message("watch count 100").getBytes(StandardCharsets.UTF_8));
    }
    try (Connection connection = new Connection(server.base())) {
      Reply reply =
          connection
              .head(
                  "POST",
                  SIGNALS,
                  XML,
                  "Content-Encoding: gzip",
                  "Accept-Encoding: gzip",
                  "Content-Length: " + packed.size())
              .bytes(packed.toByteArray())
              .reply();
      assertThat(reply.header("Content-Encoding")).isEqualTo("gzip");
      try (GZIPInputStream in = new GZIPInputStream(new ByteArrayInputStream(reply.bytes()))) {
        assertThat(new String(in.readAllBytes(), StandardCharsets.UTF_8))
            .contains("<tns:number>99</tns:number>");
      }
    }
  }

  @Test
  void aConnectionServesOneMessageAfterTheOther() throws Exception {
    String message = message("hoist flags kilo");
    try (Connection connection = new Connection(server.base())) {
      for (int i = 0; i < 3; i++) {
        connection.head("POST", SIGNALS, XML, "Transfer-Encoding: chunked");
        connection.text(Integer.toHexString(message.length()) + "\r\n" + message + "\r\n");
        assertThat(connection.text("0\r\n\r\n").reply().body()).contains("hoisted kilo");
        connection.head("POST", SIGNALS, XML, "Content-Length: " + message.length());
        assertThat(connection.text(message).reply().body()).contains("hoisted kilo");
      }
    }
  }

  @Test
  void aSenderMayWaitForTheGoAhead() throws Exception {
    String message = message("hoist flags kilo");
    try (Connection connection = new Connection(server.base())) {
      connection.head(
          "POST", SIGNALS, XML, "Expect: 100-continue", "Content-Length: " + message.length());
      assertThat(connection.line()).startsWith("HTTP/1.1 100");
      assertThat(connection.line()).isEmpty();
      assertThat(connection.text(message).reply().body()).contains("hoisted kilo");
    }
  }

  @Test
  void aMessageThatIsTooBigIsRefused() throws Exception {
    String part = message("hoist flags " + "x".repeat(200_000)).substring(0, 100_100);
    try (Connection connection = new Connection(server.base())) {
      connection.head("POST", SIGNALS, XML, "Content-Length: 200000").text(part);
      Reply reply = connection.reply();
      assertThat(reply.status()).isEqualTo(413);
      assertThat(reply.body()).contains("100000 bytes");
    }
  }

  @Test
  void aMessageThatComesTooSlowlyIsRefused() throws Exception {
    try (Connection connection = new Connection(server.base())) {
      connection.head("POST", SIGNALS, XML, "Content-Length: 500").text("<e:Envelope");
      Reply reply = connection.reply();
      assertThat(reply.status()).isEqualTo(408);
      assertThat(reply.isWhole()).isTrue();
    }
  }

  @Test
  void aLongAnswerIsSentWhileItIsMade() throws Exception {
    Reply reply = call("watch count 1000");
    assertThat(reply.status()).isEqualTo(200);
    assertThat(reply.header("Content-Length")).isEmpty();
    assertThat(reply.isWhole()).isTrue();
    assertThat(reply.body()).contains("<tns:number>999</tns:number>").endsWith("Envelope>");
  }

  @Test
  void anAnswerThatIsCutOffLooksSo() throws Exception {
    for (String call : List.of("lose after 1000", "loseLater after 1000")) {
      Reply reply = call(call);
      assertThat(reply.status()).isEqualTo(200);
      assertThat(reply.isWhole()).as(call).isFalse();
      assertThat(reply.body()).doesNotContain("</result>", "fallen", "Exception");
    }
    for (String call : List.of("lose after 1", "loseLater after 1")) {
      Reply reply = call(call);
      assertThat(reply.status()).as(call).isEqualTo(500);
      assertThat(reply.body()).contains("Fault").doesNotContain("fallen");
    }
  }

  @Test
  void aMethodThatTakesTooLongAfterItsAnswerHasBegunIsCutOff() throws Exception {
    String message = message("stall after 1000</after><millis>6000</millis><after>");
    Reply reply = ask("POST", SIGNALS, message.replace("<after></after>", ""), XML);
    assertThat(reply.status()).isEqualTo(200);
    assertThat(reply.isWhole()).isFalse();
    assertThat(reply.body()).contains(">800<").doesNotContain("Envelope>");
  }

  @Test
  void anAnswerThatNobodyReadsIsCutOff() throws Exception {
    // More than the system holds back between the two.
    String message = message("watch count 400001");
    try (Connection connection = new Connection(server.base())) {
      connection.head("POST", SIGNALS, XML, "Content-Length: " + message.length());
      connection.text(message);
      // Time itself: that of the call has to be over before somebody reads.
      Thread.sleep(4_000);
      assertThat(connection.reply().isWhole()).isFalse();
    }
  }

  /** The exchanges that have ended, as the page gets them. */
  private String exchanges() throws Exception {
    return ask("POST", "/signals?page=exchanges", "{}", "Content-Type: application/json").body();
  }

  @Test
  void callersAreKnown() throws Exception {
    String message = message("next");
    Reply unknown = ask("POST", "/pilots", message, XML);
    assertThat(unknown.header("WWW-Authenticate")).startsWith("Basic realm=");
    assertThat(ask("POST", "/pilots", message, XML, basic("wrong")).status()).isEqualTo(401);
    assertThat(ask("POST", "/pilots", message, XML, basic(PASSWORD)).body())
        .contains("Quiet Comma");
  }

  private static String basic(String password) {
    byte[] credentials = ("saltmere-bridge:" + password).getBytes(StandardCharsets.UTF_8);
    return "Authorization: Basic " + Base64.getEncoder().encodeToString(credentials);
  }

  @Test
  void pagesAreToldOfExchangesAtOnce() throws Exception {
    try (Connection connection = follow()) {
      for (String line = connection.line(); !line.equals("data: exchanges"); ) {
        line = connection.line();
      }
      // Of each second, the host keeps some exchanges only; other tests have had theirs.
      Await.until(
          "the exchange is there",
          () -> {
            call("hoist flags zulu");
            return exchanges().contains("zulu");
          });
      for (String line = connection.line(); !line.equals("data: exchanges"); ) {
        line = connection.line();
      }
    }
  }

  /**
   * Opens a stream of events. There are so many at a time, and those of closed pages count until an
   * event cannot be sent to them.
   */
  private Connection follow() throws Exception {
    List<Connection> pages = new ArrayList<>();
    Await.until(
        "a page gets a stream",
        () -> {
          call("hoist flags kilo");
          Connection page = new Connection(server.base());
          page.head("GET", EVENTS, "Sec-Fetch-Site: same-origin");
          if (!page.line().contains(" 200")) {
            page.close();
            return false;
          }
          return pages.add(page);
        });
    return pages.get(0);
  }

  @Test
  void moreCallsThanTheLimitAreRefusedUntilSomeHaveEnded() throws Exception {
    int status = 200;
    // Calls that do not come to their end hold all places, but only for the time of a call.
    for (int round = 0; round < 5 && status != 503; round++) {
      List<Connection> unfinished = new ArrayList<>();
      try {
        begin(20, "drag millis 9000", unfinished);
        for (int i = 0; i < 5 && status != 503; i++) {
          status = call("hoist flags kilo").status();
        }
      } finally {
        for (Connection each : unfinished) {
          each.close();
        }
      }
    }
    assertThat(status).isEqualTo(503);
    // All of them, so that the next test finds its places.
    Await.untilAsserted("places are free again", () -> assertThat(statuses(20)).containsOnly(200));
  }

  /** Sends calls at the same time, and adds their connections, whose answers nobody has read. */
  private void begin(int count, String call, List<Connection> connections) throws Exception {
    String message = message(call);
    for (int i = 0; i < count; i++) {
      Connection connection = new Connection(server.base());
      connections.add(connection);
      connection.head("POST", SIGNALS, XML, "Content-Length: " + message.length());
      connection.text(message);
    }
  }

  private List<Integer> statuses(int count) throws Exception {
    List<Connection> connections = new ArrayList<>();
    List<Integer> statuses = new ArrayList<>();
    try {
      begin(count, "drag millis 200", connections);
      for (Connection each : connections) {
        statuses.add(each.reply().status());
      }
    } finally {
      for (Connection each : connections) {
        each.close();
      }
    }
    return statuses;
  }

  /**
   * A page that closes makes another thread than the container's find the failed connection. What
   * the container uses again after that must be free of it: other answers were cut off.
   */
  @Test
  void pagesThatCloseHarmNoAnswer() throws Exception {
    List<CompletableFuture<Void>> visitors = new ArrayList<>();
    for (int i = 0; i < 4; i++) {
      visitors.add(CompletableFuture.runAsync(this::visit, task -> new Thread(task).start()));
    }
    for (CompletableFuture<Void> visitor : visitors) {
      visitor.get(60, TimeUnit.SECONDS);
    }
    follow().close();
  }

  private void visit() {
    try {
      for (int i = 0; i < 40; i++) {
        try (Connection page = new Connection(server.base())) {
          page.head("GET", EVENTS, "Sec-Fetch-Site: same-origin");
          page.line();
          assertThat(call("hoist flags kilo").status()).isEqualTo(200);
        }
        Reply reply = call("watch count 1000");
        assertThat(reply.status()).isEqualTo(200);
        assertThat(reply.isWhole()).isTrue();
      }
    } catch (Exception failed) {
      throw new IllegalStateException(failed);
    }
  }
}
