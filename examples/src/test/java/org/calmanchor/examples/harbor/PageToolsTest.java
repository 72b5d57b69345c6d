package org.calmanchor.examples.harbor;

import static org.assertj.core.api.Assertions.assertThat;
import static org.calmanchor.examples.PageDriver.field;
import static org.calmanchor.examples.PageDriver.part;

import java.io.IOException;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.file.Files;
import java.nio.file.Path;
import org.calmanchor.examples.Browser;
import org.calmanchor.examples.PageDriver;
import org.calmanchor.host.RunningHost;
import org.calmanchor.host.SoapHost;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** What the page offers around a call, in a real browser, on the real harbor. */
class PageToolsTest {
  /** How often the layout has jumped since the page was opened. */
  private static final String SHIFTS =
      "const seen = new PerformanceObserver(() => {});"
          + "seen.observe({type: 'layout-shift', buffered: true});"
          + "return seen.takeRecords().length";

  private static BerthStore store;
  private static RunningHost host;
  private static Browser browser;
  private static PageDriver page;
  private static Path checks;

  @BeforeAll
  static void start(@TempDir Path folder) {
    checks = folder.resolve("checks");
    store = BerthStore.seeded();
    host =
        SoapHost.onPort(0)
            .serve("/berths", new BerthDesk(store))
            .checks(checks)
            .development(true)
            .start();
    browser = Browser.in(folder);
    page = new PageDriver(browser, host, "/berths");
  }

  @AfterAll
  static void stop() {
    browser.close();
    host.close();
    store.close();
  }

  @BeforeEach
  void beginAnew() {
    page.forget();
  }

  @AfterEach
  void theBrowserHadNothingToComplainAbout() {
    assertThat(browser.complaints()).noneMatch(line -> line.contains("Content Security Policy"));
  }

  private static void quote(String nights) {
    page.open("quoteStay");
    browser.fill(field("boatLength"), "12.35");
    browser.fill(field("nights"), nights);
    page.envelope(">" + nights + "<");
  }

  @Test
  void keepsValuesOverAReloadUntilTheyAreReset() {
    page.open("reserve");
    browser.fill(field("reservation", "berth"), "H-07");
    browser.click(part("form") + " .field[data-key=notify] > .more > [data-add]");
    page.envelope("<tns:notify>");
    page.open("reserve");
    assertThat(page.envelope(">H-07<")).contains("<tns:notify>notify</tns:notify>");
    page.click("reset");
    assertThat(page.envelope(">berth<")).doesNotContain("notify");
    page.click("example-values");
    assertThat(page.envelope("<tns:notify>")).contains("<tns:remark>remark</tns:remark>");
  }

  @Test
  void listsTakeLinesAndMoveTheirItems() {
    page.open("reserve");
    String notify = part("form") + " .field[data-key=notify]";
    browser.click(notify + " [data-lines]");
    browser.fill(notify + " .lines-box textarea", "a@lanternquay.test\n\n b@lanternquay.test \n");
    browser.click(notify + " .lines-box button");
    page.envelope("b@lanternquay.test");
    browser.click(notify + " .item:nth-child(2) [aria-label$=up]");
    page.envelope("b@lanternquay.test</tns:notify>\n          <tns:notify>a@");
  }

  @Test
  void sendsWhatWasEditedByHandAndSaysWhatGoingBackLoses() {
    quote("3");
    page.click("edit");
    String hand = part("request-hand");
    String edited = browser.visible(hand).getDomProperty("value").replace(">3<", "> 4 <");
    browser.fill(hand, edited);
    assertThat(page.send("nights")).contains("nights int 4");
    assertThat(browser.visible(part("hand-note")).getText()).contains("will be sent as it stands");
    page.click("back");
    assertThat(browser.textOf(part("losing"), "loses"))
        .contains("2 lines", "\u2212       <tns:nights>3</tns:nights>", "+       <tns:nights> 4 <");
    browser.click(part("losing") + " button");
    page.envelope(">4<");
    page.click("edit");
    browser.fill(hand, "<no envelope");
    assertThat(page.send("Fault")).contains("Fault (Client)");
    page.click("back");
    browser.click(part("losing") + " button:nth-of-type(1)");
    assertThat(browser.textOf(part("losing"), "fit")).contains("It does not fit");
    browser.click(part("losing") + " button:nth-of-type(2)");
    assertThat(page.envelope(">4<")).contains("<tns:boatLength>12.35<");
  }

  @Test
  void comparesEveryAnswerWithWhatIsExpectedAndKeepsItAsACheck(@TempDir Path folder)
      throws IOException {
    quote("3");
    browser.click(part("expect") + " summary");
    String expected = part("expected");
    browser.fill(expected, "result:\n  result:\n    total: 140.250\ncompare: named\n");
    browser.run("document.querySelector(\"" + expected + "\").dispatchEvent(new Event('change'))");
    page.send("140.25");
    assertThat(browser.textOf(part("agreement"), "expected")).startsWith("As expected");
    browser.fill(field("nights"), "4");
    page.envelope(">4<");
    page.click("send");
    assertThat(browser.textOf(part("agreement"), "Not"))
        .contains("1 difference", "result/total 140.250 187.00");
    page.click("take");
    assertThat(browser.textOf(part("agreement"), "As")).startsWith("As expected");
    page.click("keep=folder");
    assertThat(browser.textOf(part("expect-error"), "name")).startsWith("Give the check a name");
    browser.fill(part("check-name"), "Four nights");
    page.click("keep=folder");
    assertThat(browser.textOf(part("kept"), "Kept")).contains("berthdesk-four-nights.yaml");
    assertThat(checks.resolve("berthdesk-four-nights.yaml"))
        .content()
        .contains("nights: 4", "total: 187.00");
    page.click("keep=folder");
    assertThat(browser.textOf(part("expect-error"), "already")).contains("nothing was overwritten");
    browser.download(folder);
    page.click("keep=download");
    Path file = folder.resolve("berthdesk-four-nights.yaml");
    browser.until(() -> Files.exists(file));
    assertThat(file).hasSameTextualContentAs(checks.resolve("berthdesk-four-nights.yaml"));
    page.click("keep=copy");
    assertThat(browser.textOf(part("kept"), "check: Four nights")).contains("operation: quoteStay");

    Files.writeString(
        checks.resolve("wrong.yaml"),
        """
        check: A wish
        operation: quoteStay
        input: {boatLength: 12.35, arrival: 2027-06-11, nights: 3}
        expect: {result: {result: {total: 1.00}}, compare: named}
        """);
    page.view("checks");
    browser.textOf("[data-checks]", "A wish");
    browser.click("[data-run-all]");
    assertThat(browser.textOf("[data-checks-note]", "failed")).isEqualTo("1 of 2 failed.");
    assertThat(browser.visible("[data-check='Four nights']").getText()).contains("passed in");
    assertThat(browser.visible("[data-check='A wish']").getText())
        .contains("failed", "result/total 1.00 140.25");
    browser.click("[data-check='A wish'] button");
    assertThat(page.envelope("12.35")).contains("<tns:nights>3</tns:nights>");
    Files.writeString(checks.resolve("broken.yaml"), "check: [");
    page.view("checks");
    assertThat(browser.textOf("[data-checks-note]", "broken"))
        .contains("broken.yaml:1: is not YAML");
    Files.delete(checks.resolve("broken.yaml"));
    Files.delete(checks.resolve("wrong.yaml"));
    Files.delete(checks.resolve("berthdesk-four-nights.yaml"));
  }

  @Test
  void copiesARequestInEveryForm() {
    quote("3");
    for (String[] way :
        new String[][] {
          {"curl", "curl -sS 'http://localhost:" + host.port() + "/berths' \\"},
          {"curl", "-H 'SOAPAction: \"urn:lanternquay:berths:BerthDesk:quoteStay\"'"},
          {"http", "POST /berths HTTP/1.1\nHost: localhost:" + host.port()},
          {"http", "Content-Length: "},
          {"envelope", "<tns:nights>3</tns:nights>"},
          {
            "java",
            "client.port().quoteStay(new BigDecimal(\"12.35\"), LocalDate.parse(\"2027-06-11\"), 3);"
          }
        }) {
      page.click("copy=" + way[0]);
      assertThat(browser.textOf(part("copied"), way[1])).contains(way[1]);
    }
  }

  @Test
  void showsTheExchangesOfAnybodyWithTheirSecretsMasked() throws Exception {
    quote("3");
    page.send("140.25");
    String call =
        browser
            .visible(part("request-envelope"))
            .getDomProperty("textContent")
            .replace(">3<", ">2<");
    HttpRequest partner =
        HttpRequest.newBuilder(host.address("/berths"))
            .header("Content-Type", "text/xml")
            .header("Authorization", "Basic c2VjcmV0")
            .header("User-Agent", "Partner/7")
            .POST(HttpRequest.BodyPublishers.ofString(call))
            .build();
    assertThat(
            HttpClient.newHttpClient().send(partner, HttpResponse.BodyHandlers.ofString()).body())
        .contains("93.50");
    browser.click("a[href='#!exchanges']");
    browser.textOf("[data-anybody]", "127.0.0.1");
    assertThat(browser.visible("[data-visit]").getText()).contains("quoteStay result");
    browser.fill("[data-exchange-filter]", "93.50");
    assertThat(browser.textOf("[data-visit]", "None")).isEqualTo("None yet.");
    browser.click("[data-anybody] [data-exchange] td:last-child button");
    assertThat(browser.textOf("[data-anybody]", "Partner/7"))
        .contains("Authorization: \u2022\u2022\u2022", "93.50")
        .doesNotContain("c2VjcmV0");
    browser.fill("[data-exchange-filter]", "");
    browser.click("[data-visit] input[type=checkbox]");
    browser.click("[data-anybody] input[type=checkbox]");
    browser.click("[data-compare-two]");
    assertThat(browser.textOf("[data-two]", "total"))
        .contains("\u2212       <tns:nights>3</tns:nights>", "+       <tns:nights>2</tns:nights>");
    browser.click("[data-anybody] [data-exchange] td:last-child button:last-child");
    assertThat(page.envelope(">2<")).contains("<tns:boatLength>12.35</tns:boatLength>");
  }

  @Test
  void showsAnswersThatTravelledCompressed() {
    page.open("findBerths");
    page.send("items");
    assertThat(browser.visible(part("response-headers")).getText())
        .contains("content-encoding: gzip");
    browser.click("a[href='#!exchanges']");
    browser.textOf("[data-anybody]", "findBerths");
    browser.click("[data-anybody] [data-exchange=findBerths] td:last-child button");
    assertThat(browser.textOf("[data-anybody]", "findBerthsResponse"))
        .contains("<tns:result code=\"");
  }

  @Test
  void sendsCredentialsAndShowsThemToNobody() {
    page.open("quoteStay");
    browser.click(".credentials summary");
    browser.fill("[data-user]", "odo");
    browser.fill("[data-password]", "tr\u00e4nk");
    browser.textOf(part("request-headers"), "Authorization: Basic \u2022\u2022\u2022");
    page.send("result");
    page.click("copy=curl");
    assertThat(browser.textOf(part("copied"), "curl -sS"))
        .contains("-H 'Authorization: Basic \u2022\u2022\u2022'");
    browser.click("a[href='#!exchanges']");
    browser.textOf("[data-anybody]", "quoteStay");
    browser.click("[data-anybody] [data-exchange] td:last-child button");
    assertThat(browser.textOf("[data-anybody]", "Authorization"))
        .contains("Authorization: \u2022\u2022\u2022");
  }

  @Test
  void takesAndGivesFiles(@TempDir Path folder) throws IOException {
    Path file = Files.write(folder.resolve("survey.bin"), new byte[] {0, 1, 2, (byte) 0xFF});
    page.open("attachSurvey");
    browser.fill(field("number"), "1001");
    browser.visible(part("form") + " input[type=file]").sendKeys(file.toString());
    assertThat(page.envelope("AAEC/w==")).contains(">AAEC/w==<");
    assertThat(browser.visible(part("form") + " [data-size]").getText())
        .isEqualTo("survey.bin, 4 bytes");
    page.send("Done");
    page.open("readSurvey");
    browser.fill(field("number"), "1001");
    page.envelope("1001");
    assertThat(page.send("Save")).contains("Save 4 bytes");
  }

  @Test
  void explainsTheDocument() throws Exception {
    browser.open(host.address("/berths?explained"));
    assertThat(browser.visible(".story").getText())
        .contains(
            "BerthDeskService",
            "says where to call: at http://localhost:" + host.port() + "/berths, through 2 ports",
            "is asked and answers, or refuses with StayNotPossible or BoatDoesNotFit",
            "Pier\nis one of HERON, KITTIWAKE, SANDPIPER");
    String line = browser.visible(".parts a[href^='#line-']").getDomAttribute("href");
    assertThat(browser.visible(line).getText()).contains("<wsdl:service name=");
    assertThat(page.barriers()).isEmpty();
    HttpResponse<String> one =
        HttpClient.newHttpClient()
            .send(
                HttpRequest.newBuilder(URI.create(host.address("/berths") + "?explained&download"))
                    .build(),
                HttpResponse.BodyHandlers.ofString());
    assertThat(one.headers().firstValue("Content-Disposition"))
        .contains("attachment; filename=\"BerthDeskService.html\"");
    assertThat(one.body()).contains("<style>").doesNotContain("<link", "<script", "src=");
  }

  @ParameterizedTest
  @ValueSource(strings = {"light", "dark"})
  void hasNoBarriers(String scheme) {
    try {
      page.prefer(scheme);
      quote("3");
      assertThat(page.barriers()).isEmpty();
      page.send("140.25");
      browser.click(part("expect") + " summary");
      assertThat(page.barriers()).isEmpty();
      page.open("reserve");
      page.send("Declared fault");
      assertThat(page.barriers()).isEmpty();
      page.view("exchanges");
      browser.textOf("[data-anybody]", "quoteStay");
      assertThat(page.barriers()).isEmpty();
      page.view("checks");
      assertThat(page.barriers()).isEmpty();
      browser.open(host.address("/"));
      assertThat(page.barriers()).isEmpty();
      // As at 200 % of an ordinary window, and on a small telephone (WCAG 2.2, 1.4.10).
      for (int width : new int[] {640, 420, 320}) {
        browser.resize(width, 900);
        page.open("quoteStay");
        assertThat(page.barriers()).isEmpty();
        assertThat(browser.run("return document.documentElement.scrollWidth <= innerWidth"))
            .isEqualTo(true);
        assertThat(browser.run(SHIFTS)).isEqualTo(0L);
      }
    } finally {
      browser.resize(1280, 800);
      page.prefer("light");
    }
  }

  @Test
  void saysWhatToTryWhenTheServerIsGone(@TempDir Path folder) {
    try (Browser other = Browser.in(folder)) {
      RunningHost gone = SoapHost.onPort(0).serve("/berths", new BerthDesk(store)).start();
      PageDriver left = new PageDriver(other, gone, "/berths");
      left.open("quoteStay");
      gone.close();
      left.click("send");
      assertThat(other.textOf(part("request-error"), "answer"))
          .contains("does not answer", "Is it still running");
    }
  }
}
