package org.calmanchor.examples.harbor;

import static org.assertj.core.api.Assertions.assertThat;
import static org.calmanchor.examples.PageDriver.field;
import static org.calmanchor.examples.PageDriver.part;

import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** The answer beside the form, and the expectation beside the answer. */
class PageAnswerTest extends HarborPage {
  private static final String TOTAL = part("outcome") + " tr[data-result=total]";

  /** Whether an element is wholly within the window. */
  private static boolean isInView(String css) {
    return Boolean.TRUE.equals(
        browser.run(
            "const r = document.querySelector(\""
                + css
                + "\").getBoundingClientRect();"
                + "return r.height > 0 && r.top >= 0 && r.bottom <= innerHeight"
                + " && r.left >= 0 && r.right <= innerWidth"));
  }

  @ParameterizedTest
  @ValueSource(strings = {"quoteStay", "readStay", "reserve"})
  void showsFormAnswerAndVerdictAtOnce(String operation) {
    try {
      browser.size(1280, 800);
      page.open(operation);
      page.click("send");
      browser.textOf(part("took"), "HTTP 200");
      page.click("take");
      assertThat(browser.textOf(part("verdict"), "expected")).isEqualTo("As expected");
      assertThat(browser.run("return document.documentElement.scrollHeight")).isEqualTo(800L);
      for (String seen : new String[] {"form", "send", "verdict", "took", "take"}) {
        assertThat(isInView(part(seen))).as(seen).isTrue();
      }
      assertThat(isInView(part("outcome") + " tbody tr:nth-child(4)")).isTrue();
      page.press("w");
      assertThat(browser.textOf(part("request-envelope"), operation)).contains("soap:Body");
      page.click("wire-pin");
      page.open(operation);
      assertThat(browser.textOf(part("request-envelope"), operation)).contains("soap:Body");
    } finally {
      browser.command("Emulation.clearDeviceMetricsOverride", Map.of());
    }
  }

  @Test
  void takesExpectedValuesInTheCellsOfTheAnswer() {
    quote("3");
    page.send("140.25");
    page.click("take");
    browser.textOf(part("verdict"), "As expected");
    page.type(TOTAL + " input", "140.20");
    assertThat(browser.textOf(part("verdict"), "Not"))
        .isEqualTo("Not as expected 1 difference: result/total");
    assertThat(browser.visible(TOTAL).getDomAttribute("class")).isEqualTo("differs");
    assertThat(browser.all(part("outcome") + " .outcome")).isEmpty();
    page.type(TOTAL + " input", "");
    assertThat(browser.textOf(part("verdict"), "result/total")).startsWith("Not as expected");
    page.click("named-only");
    assertThat(browser.textOf(part("verdict"), "As")).isEqualTo("As expected");
    browser.fill(field("nights"), "0");
    page.envelope(">0<");
    page.click("send");
    assertThat(browser.textOf(part("verdict"), "found"))
        .isEqualTo(
            "Not as expected expected a result, found fault StayNotPossible:"
                + " A stay has at least one night, not 0.");
    page.open("quoteStay");
    assertThat(browser.textOf(part("outcome"), "Expected")).contains("nightlyRate");
    page.click("forget");
    assertThat(browser.textOf(part("outcome"), "appears")).doesNotContain("nightlyRate");
  }
}
