package org.calmanchor.examples.harbor;

import static org.assertj.core.api.Assertions.assertThat;
import static org.calmanchor.examples.PageDriver.field;
import static org.calmanchor.examples.PageDriver.part;

import java.io.IOException;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.file.Files;
import java.nio.file.Path;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** What the page keeps of answers: expectations, checks and exchanges. */
class PageRecordsTest extends HarborPage {
  @Test
  void comparesEveryAnswerWithWhatIsExpectedAndKeepsItAsACheck(@TempDir Path folder)
      throws IOException {
    quote("3");
    browser.click(part("expect") + " summary");
    String expected = part("expected");
    browser.fill(expected, "result:\n  result:\n    total: 140.250\ncompare: named\n");
    browser.run("document.querySelector(\"" + expected + "\").dispatchEvent(new Event('change'))");
    page.send("140.25");
    assertThat(browser.textOf(part("verdict"), "expected")).startsWith("As expected");
    browser.fill(field("nights"), "4");
    page.envelope(">4<");
    page.click("send");
    assertThat(browser.textOf(part("verdict"), "Not")).contains("1 difference: result/total");
    page.click("take");
    assertThat(browser.textOf(part("verdict"), "As")).startsWith("As expected");
    assertThat(browser.visible(part("check-name")).getDomAttribute("placeholder"))
        .isEqualTo("quoteStay with 12.35, 2027-06-11, 4");
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
    assertThat(browser.textOf("[data-checks-note]", "failed")).isEqualTo("1 of 2 checks failed.");
    assertThat(browser.visible("[data-check='Four nights']").getText()).contains("passed in");
    assertThat(browser.visible("[data-check='A wish']").getText())
        .contains("failed", "result/total expected 1.00, found 140.25");
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
    String list = "[data-all-exchanges]";
    browser.textOf(list, "127.0.0.1");
    String row = browser.visible(list + " [data-exchange]:nth-of-type(3)").getText();
    assertThat(row).contains("this page", "quoteStay", "result");
    browser.fill("[data-exchange-filter]", "Partner/7");
    browser.until(() -> browser.all(list + " [data-exchange]").size() == 1);
    // The host tells the page of another call, which nobody has to ask for.
    HttpClient.newHttpClient().send(partner, HttpResponse.BodyHandlers.discarding());
    browser.until(() -> browser.all(list + " [data-exchange]").size() == 2);
    browser.click(list + " [data-exchange] td:last-child button");
    assertThat(browser.textOf(list, "93.50"))
        .contains("Authorization: \u2022\u2022\u2022", "127.0.0.1")
        .doesNotContain("c2VjcmV0");
    browser.click(list + " [data-exchange] input[type=checkbox]");
    browser.fill("[data-exchange-filter]", "140.25");
    browser.textOf(list, "this page");
    browser.click(list + " [data-exchange] input[type=checkbox]");
    browser.click("[data-compare-two]");
    assertThat(browser.textOf("[data-two]", "total"))
        .contains(
            "Different answers",
            "\u2212       <tns:nights>3</tns:nights>",
            "+       <tns:nights>2</tns:nights>");
    browser.fill("[data-exchange-filter]", "Partner/7");
    browser.until(() -> browser.all(list + " [data-exchange]").size() == 2);
    browser.click(list + " [data-exchange] td:last-child button:nth-of-type(2)");
    assertThat(page.envelope(">2<")).contains("<tns:boatLength>12.35</tns:boatLength>");
  }
}
