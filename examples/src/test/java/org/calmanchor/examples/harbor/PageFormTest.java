package org.calmanchor.examples.harbor;

import static org.assertj.core.api.Assertions.assertThat;
import static org.calmanchor.examples.PageDriver.field;
import static org.calmanchor.examples.PageDriver.part;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** What a form offers before and beside sending. */
class PageFormTest extends HarborPage {
  @Test
  void keepsValuesOverAReloadUntilTheyAreReset() {
    page.open("reserve");
    browser.fill(field("reservation", "berth"), "H-07");
    browser.click(part("form") + " .field[data-key=notify] > .more > [data-add]");
    page.envelope("<tns:notify>");
    page.open("reserve");
    assertThat(page.envelope(">H-07<")).contains("<tns:notify>odo@lanternquay.test</tns:notify>");
    page.click("reset");
    assertThat(page.envelope(">K-03<")).doesNotContain("notify");
    page.click("example-values");
    assertThat(page.envelope("<tns:notify>"))
        .contains("<tns:remark>Arrives after dark</tns:remark>");
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
    assertThat(page.send("nights")).contains("nights\nint\n4");
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
            "client.proxy().quoteStay(new BigDecimal(\"12.35\"), LocalDate.parse(\"2027-06-11\"), 3);"
          }
        }) {
      page.click("copy=" + way[0]);
      assertThat(browser.textOf(part("copied"), way[1])).contains(way[1]);
    }
  }

  @Test
  void showsAnswersThatTravelledCompressed() {
    page.open("findBerths");
    page.send("items");
    assertThat(browser.visible(part("response-headers")).getText())
        .contains("content-encoding: gzip");
    browser.click("a[href='#!exchanges']");
    browser.textOf("[data-all-exchanges]", "findBerths");
    browser.click("[data-all-exchanges] [data-exchange=findBerths] td:last-child button");
    assertThat(browser.textOf("[data-all-exchanges]", "findBerthsResponse"))
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
    browser.textOf("[data-all-exchanges]", "quoteStay");
    browser.click("[data-all-exchanges] [data-exchange] td:last-child button");
    assertThat(browser.textOf("[data-all-exchanges]", "Authorization"))
        .contains("Authorization: Basic \u2022\u2022\u2022");
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
  void leavesNothingStaleWhereARequiredValueIsMissing() {
    quote("3");
    browser.run(
        "document.dispatchEvent(new CustomEvent('reopen', {detail:"
            + "{operation: 'quoteStay', version: 'SOAP 1.1', values: {nights: '2'}}}))");
    assertThat(page.envelope(">2<")).contains("<tns:boatLength></tns:boatLength>");
  }

  @Test
  void comparesVeryLongEditedMessages() {
    quote("3");
    page.click("edit");
    String hand = part("request-hand");
    String body = String.valueOf(browser.visible(hand).getDomProperty("value"));
    browser.fill(hand, body.replace("<tns:nights>", "<x/>".repeat(40_000) + "<tns:nights>"));
    page.click("back");
    assertThat(browser.textOf(part("losing"), "loses")).contains("40000 lines", "more lines");
    browser.click(part("losing") + " button:nth-of-type(2)");
    page.envelope(">3<");
  }
}
