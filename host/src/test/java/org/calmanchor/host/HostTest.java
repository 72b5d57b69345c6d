package org.calmanchor.host;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatExceptionOfType;
import static org.assertj.core.api.Assertions.assertThatIllegalArgumentException;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.net.InetAddress;
import java.net.ServerSocket;
import java.net.URI;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.atomic.AtomicInteger;
import org.calmanchor.annotations.Operation;
import org.calmanchor.annotations.PortType;
import org.calmanchor.testing.Envelopes;
import org.calmanchor.web.PageAudience;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class HostTest {
  private static RunningHost host;

  @BeforeAll
  static void start() {
    host =
        SoapHost.onPort(0)
            .testPage(PageAudience.EVERYBODY)
            .serve("/light", new Lighthouse())
            .serve("/light", new NewLighthouse())
            .start();
  }

  @AfterAll
  static void stop() {
    host.close();
  }

  private static String message(String body) {
    return Envelopes.soap11(body.replaceFirst(">|/>", " xmlns='urn:lanternquay:light'$0"));
  }

  private static Reply get(String path) throws IOException {
    return Reply.to(host, "GET " + path, "");
  }

  private static Reply soap(RunningHost to, String body) throws IOException {
    return Reply.to(to, "POST /light", message(body), "Content-Type: text/xml");
  }

  @Test
  void answersSoap() throws Exception {
    Reply answer = soap(host, "<blink><text>é</text></blink>");
    assertThat(answer.status()).isEqualTo(200);
    assertThat(answer.body()).contains("<tns:result>é</tns:result>");
    assertThat(answer.header("content-length")).isNotEmpty();
    assertThat(answer.headers()).doesNotContainKeys("server", "x-powered-by");
  }

  @Test
  void tellsServicesAtOnePathApartByTheirMessages() throws Exception {
    String flash = "<flash xmlns='urn:lanternquay:light:2'><times>2</times></flash>";
    String type = "Content-Type: text/xml";
    Reply answer = Reply.to(host, "POST /light", Envelopes.soap11(flash), type);
    assertThat(answer.body()).contains("<ns1:degrees>180</ns1:degrees>");
  }

  @Test
  void answersOneWayMessagesAtOnceAndRefusesThemByStatus() throws Exception {
    String warn = "<warn xmlns='urn:lanternquay:light:2'>%s</warn>";
    String type = "Content-Type: text/xml";
    String fine = Envelopes.soap11(warn.formatted("<text>fog</text>"));
    Reply accepted = Reply.to(host, "POST /light", fine, type);
    assertThat(accepted.status()).isEqualTo(202);
    assertThat(accepted.body()).isEmpty();
    Reply refused = Reply.to(host, "POST /light", Envelopes.soap11(warn.formatted("")), type);
    assertThat(refused.status()).isEqualTo(400);
    assertThat(refused.header("incident-id")).matches("[A-Z2-9]{4}-[A-Z2-9]{4}");
    assertThat(refused.body()).isEmpty();
  }

  @Test
  void sendsLargeAnswersInPieces() throws Exception {
    Reply answer = soap(host, "<many><count>300000</count></many>");
    assertThat(answer.body()).hasSizeGreaterThan(300_000).endsWith("</soap:Envelope>");
    assertThat(answer.header("content-length")).isEmpty();
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "/|200|text/html|The server is up at http://localhost:",
        "/light|200|text/html|<h2>blink</h2>",
        "/light?wsdl|200|text/xml|location=\"http://localhost:",
        "/light?WSDL|200|text/xml|</wsdl:definitions>",
        "/light?wsdl=newlighthouseService|200|text/xml|targetNamespace=\"urn:lanternquay:light:2\"",
        "/light?wsdl=Nobody|404|text/plain|The WSDL is at http://localhost:",
        "/light?service=NewLighthouseService|200|text/html|<h2>flash</h2>",
        "/light?wsdl&xsd|200|text/xml|?xsd=1&amp;service=LighthouseService",
        "/light?xsd=1|200|text/xml|<xsd:element name=\"blink\">",
        "/light?xsd=2&service=NewLighthouseService|200|text/xml|<xsd:complexType name=\"Beam\">",
        "/light?xsd=9|404|text/plain|there are ?xsd=1 to ?xsd=1.",
        "/light?other|404|text/plain|The WSDL is at http://localhost:",
        "/nowhere|404|text/html|Nothing is at /nowhere",
        "/calm-anchor/page.css|200|text/css|--paper",
        "/calm-anchor/page.js|200|text/javascript|The test page of one service",
        "/calm-anchor/secret|404|text/plain|There is no such file.",
        "/calm-anchor/..%2f..%2fpom.xml|400|text/plain|400 Bad Request."
      })
  void answersEveryGet(String path, int status, String type, String text) throws Exception {
    Reply answer = get(path);
    assertThat(answer.status()).isEqualTo(status);
    assertThat(answer.header("content-type")).startsWith(type);
    assertThat(answer.body()).contains(text);
  }

  @ParameterizedTest
  @CsvSource({
    "PUT, /light, 405, 'GET, HEAD, POST'",
    "DELETE, /nowhere, 405, 'GET, HEAD'",
    "POST, /nowhere, 404, 'GET, HEAD'",
    "OPTIONS, /light, 200, 'GET, HEAD, POST'"
  })
  void saysWhichMethodsThereAre(String method, String path, int status, String allowed)
      throws Exception {
    Reply answer = Reply.to(host, method + " " + path, "");
    assertThat(answer.status()).isEqualTo(status);
    assertThat(answer.header("allow")).isEqualTo(allowed);
    assertThat(answer.body()).isNotBlank();
  }

  @Test
  void answersHeadWithoutABody() throws IOException {
    Reply answer = Reply.to(host, "HEAD /light", "");
    assertThat(answer.status()).isEqualTo(200);
    assertThat(answer.body()).isEmpty();
  }

  @ParameterizedTest
  @CsvSource({"localhost, 200", "127.0.0.1:80, 200", "[::1]:80, 200", "evil.test, 421"})
  void answersOnlyToItsOwnNames(String name, int status) throws IOException {
    assertThat(Reply.to(host, "GET /light?wsdl", "", "Host: " + name).status()).isEqualTo(status);
  }

  @Test
  void putsThePublicUrlIntoTheDocumentAndClosesThePage() throws Exception {
    try (RunningHost open =
        SoapHost.onPort(0)
            .publicUrl(URI.create("https://light.lanternquay.test/"))
            .serve("/light", new Lighthouse())
            .start()) {
      String name = "Host: light.lanternquay.test";
      assertThat(Reply.to(open, "GET /light?wsdl", "", name).body())
          .contains("location=\"https://light.lanternquay.test/light\"");
      assertThat(Reply.to(open, "GET /light", "", name).body())
          .contains("Lighthouse is up", "The test page is switched off.")
          .doesNotContain("page.js");
      assertThat(Reply.to(open, "POST /light?page=request", "", name).status()).isEqualTo(415);
    }
  }

  @Test
  void escapesWhatDocsSay() throws Exception {
    for (String path : new String[] {"/", "/light", "/%3Cscript%3Ealert(1)"}) {
      assertThat(get(path).body())
          .doesNotContain("<script>alert")
          .doesNotContainIgnoringCase("onerror=");
    }
    assertThat(get("/light").header("content-security-policy"))
        .contains("default-src 'none'", "script-src 'self'")
        .doesNotContain("unsafe");
  }

  @Test
  void makesEnvelopesForThePageAndReadsItsAnswers() throws Exception {
    String values = "{\"like\":{\"@kind\":\"flash\",\"kind\":\"red\"}}";
    Reply envelope = page("request", question("lamps", "1.1", values), "same-origin");
    assertThat(envelope.status()).isEqualTo(200);
    assertThat(envelope.body())
        .contains("<tns:like kind=\\\"flash\\\">", "<tns:kind>red</tns:kind>", "SOAPAction");
    String message =
        Envelopes.call(
            "urn:lanternquay:light",
            "lampsResponse",
            "<result kind='flash'><kind>red</kind></result>");
    assertThat(
            page("answer", "{\"operation\":\"lamps\",\"message\":\"" + message + "\"}", "none")
                .body())
        .contains("\"kind\":\"result\"", "\"type\":\"list of Lamp\"", "\"value\":\"flash\"");
  }

  private static String question(String operation, String version, String values) {
    return "{\"operation\":\""
        + operation
        + "\",\"version\":\"SOAP "
        + version
        + "\",\"values\":"
        + values
        + "}";
  }

  private static Reply page(String what, String question, String site) throws Exception {
    return Reply.to(
        host,
        "POST /light?page=" + what,
        question,
        "Content-Type: application/json",
        "Sec-Fetch-Site: " + site);
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      quoteCharacter = '`',
      value = {
        "request|{|400|That is not the JSON that the page sends.",
        "request|null|400|That is not the JSON that the page sends.",
        "request|[]|400|That is not the JSON that the page sends.",
        "request|~|400|That nests deeper than 100 levels",
        "request|{\"operation\":\"lamps\"}|400|\\\"version\\\" is missing.",
        "request|{\"version\":\"SOAP 1.3\"}|400|\\\"version\\\" is \\\"SOAP 1.1\\\" or",
        "request|{\"version\":\"SOAP 1.1\",\"operation\":\"no\",\"values\":{}}|400|there is no operation",
        "request|{\"version\":\"SOAP 1.2\",\"operation\":\"lamps\",\"values\":{\"x\":1}}|400|lamps: there is no",
        "request|{\"version\":\"SOAP 1.2\",\"operation\":\"lamps\",\"values\":{\"like\":3}}|400|lamps/like: its members",
        "answer|{\"operation\":\"lamps\",\"message\":\"<a/>\"}|200|unreadable",
        "other|{}|404|The page cannot ask that."
      })
  void saysWhatIsWrongWithAQuestion(String what, String question, int status, String words)
      throws Exception {
    String deep = "{\"values\":" + "[".repeat(3_000);
    Reply answer = page(what, question.equals("~") ? deep : question, "same-origin");
    assertThat(answer.status()).isEqualTo(status);
    assertThat(answer.body()).contains(words);
  }

  @Test
  void takesPageCallsFromItsOwnPageOnly() throws Exception {
    assertThat(page("request", question("lamps", "1.1", "{}"), "cross-site").status())
        .isEqualTo(403);
    assertThat(
            Reply.to(
                    host,
                    "POST /light?page=request",
                    "{}",
                    "Content-Type: application/json",
                    "Origin: http://evil.test")
                .status())
        .isEqualTo(403);
  }

  @Test
  void namesATakenPort() throws IOException {
    try (ServerSocket other = new ServerSocket(0, 1, host("localhost"))) {
      assertThatExceptionOfType(PortTakenException.class)
          .isThrownBy(() -> SoapHost.onPort(other.getLocalPort()).start())
          .withMessage(
              "Port %d is taken by another program. Stop that one, or choose another port; 0 takes"
                  + " any free one.",
              other.getLocalPort());
    }
  }

  private static InetAddress host(String name) throws IOException {
    return InetAddress.getByName(name);
  }

  @Test
  void refusesSettingsThatCannotWork() {
    assertThatIllegalArgumentException()
        .isThrownBy(() -> SoapHost.onPort(70_000))
        .withMessage("a port is 0 (any free one) to 65535, not 70000");
    assertThatIllegalArgumentException()
        .isThrownBy(() -> SoapHost.onPort(0).serve("berths", new Lighthouse()))
        .withMessageStartingWith("\"berths\" cannot be a service's path; write one like");
    assertThatIllegalArgumentException()
        .isThrownBy(
            () -> SoapHost.onPort(0).serve("/a", new Lighthouse()).serve("/a", new Lighthouse()))
        .withMessageStartingWith("at /a, operation blink of two services has the same request");
    assertThatIllegalArgumentException()
        .isThrownBy(() -> SoapHost.onPort(0).unlisted("/a").start())
        .withMessage("unlisted: nothing is served at /a; there is nothing yet");
    assertThatIllegalArgumentException()
        .isThrownBy(() -> SoapHost.onPort(8080).healthPort(8080).start())
        .withMessageStartingWith("health-port: 8080 is the port for calls. Leave it out");
    assertThatIllegalArgumentException()
        .isThrownBy(() -> SoapHost.onPort(0).bind("203.0.113.7").start())
        .withMessage("203.0.113.7 is not an address of this machine.");
  }

  @Test
  void switchesOperationsOffAndOnWhileItRuns() throws Exception {
    Lighthouse service = new Lighthouse();
    try (RunningHost switched =
        SoapHost.onPort(0)
            .testPage(PageAudience.EVERYBODY)
            .serve("/light", service)
            .serve("/light", new NewLighthouse())
            .switchOff("/light", "warn")
            .start()) {
      String warn = "<warn xmlns='urn:lanternquay:light:2'><text>fog</text></warn>";
      Reply refused =
          Reply.to(switched, "POST /light", Envelopes.soap11(warn), "Content-Type: text/xml");
      assertThat(refused.status()).isEqualTo(500);
      assertThat(refused.body()).isEmpty();
      CompletableFuture<Reply> running =
          CompletableFuture.supplyAsync(() -> unchecked(switched, "<slow/>"));
      service.entered.await();
      switched.switchOff("/light", "slow", "blink");
      Reply off = soap(switched, "<blink><text>a</text></blink>");
      assertThat(off.status()).isEqualTo(500);
      assertThat(off.body())
          .contains(
              "<faultcode>soap:Server</faultcode>"
                  + "<faultstring xml:lang=\"en\">Operation blink is switched off for now.<")
          .doesNotContain("<detail");
      service.leave.countDown();
      assertThat(running.get().body()).contains("at last");
      assertThat(soap(switched, "<many><count>1</count></many>").status()).isEqualTo(200);
      assertThat(Reply.to(switched, "GET /", "").body())
          .contains("open, but for blink and slow; can be tried");
      assertThat(Reply.to(switched, "GET /light", "").body())
          .contains("open, but for blink and slow", "This operation is switched off.");
      switched.switchOn("/light", "blink");
      assertThat(soap(switched, "<blink><text>a</text></blink>").status()).isEqualTo(200);
      switched.switchOff("/light");
      assertThat(Reply.to(switched, "GET /", "").body()).contains("switched off; can be tried");
      assertThatIllegalArgumentException()
          .isThrownBy(() -> switched.switchOn("/light", "blonk"))
          .withMessage(
              "there is no operation \"blonk\"; there is blink, flash, lamps, many, slow, warn. Did you"
                  + " mean \"blink\"?");
      assertThatIllegalArgumentException()
          .isThrownBy(() -> switched.switchOff("/dark"))
          .withMessage("nothing is served at /dark; there is /light");
    }
  }

  private static Reply unchecked(RunningHost to, String body) {
    try {
      return soap(to, body);
    } catch (IOException failed) {
      throw new UncheckedIOException(failed);
    }
  }

  /** Counts its objects. */
  @PortType(namespace = "urn:lanternquay:light")
  public static class Spark implements AutoCloseable {
    static final AtomicInteger MADE = new AtomicInteger();
    static final AtomicInteger CLOSED = new AtomicInteger();

    private final int number = MADE.incrementAndGet();

    @Operation
    public int count() {
      return number;
    }

    @Override
    public void close() {
      CLOSED.incrementAndGet();
    }
  }

  @Test
  void takesANewObjectForEachCallAndClosesIt() throws Exception {
    try (RunningHost sparks =
        SoapHost.onPort(0).serveNew("/light", Spark.class, Spark::new).start()) {
      for (int i = 1; i <= 3; i++) {
        assertThat(soap(sparks, "<count/>").body()).contains("<tns:result>" + i + "<");
      }
    }
    assertThat(Spark.CLOSED).hasValue(3);
  }

  @Test
  void servesWithoutListing() throws Exception {
    try (RunningHost quiet =
        SoapHost.onPort(0)
            .testPage(PageAudience.EVERYBODY)
            .serve("/light", new Lighthouse())
            .serve("/old", new NewLighthouse())
            .unlisted("/old")
            .start()) {
      for (String listing : new String[] {"GET /", "GET /nowhere"}) {
        assertThat(Reply.to(quiet, listing, "").body())
            .contains("/light")
            .doesNotContain("/old", "NewLighthouse");
      }
      assertThat(Reply.to(quiet, "GET /old", "").body()).contains("not listed in the index");
      assertThat(Reply.to(quiet, "GET /old?wsdl", "").status()).isEqualTo(200);
    }
  }

  @Test
  void letsRunningCallsEndBeforeItStops() throws Exception {
    Lighthouse service = new Lighthouse();
    RunningHost closing = SoapHost.onPort(0).serve("/light", service).start();
    CompletableFuture<Reply> call =
        CompletableFuture.supplyAsync(() -> unchecked(closing, "<slow/>"));
    service.entered.await();
    Thread closer = new Thread(closing::close);
    closer.start();
    service.leave.countDown();
    assertThat(call.get().body()).contains("at last");
    closer.join();
    assertThatExceptionOfType(IOException.class).isThrownBy(() -> Reply.to(closing, "GET /", ""));
  }
}
