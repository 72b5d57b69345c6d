package org.calmanchor.examples.harbor;

import static org.assertj.core.api.Assertions.assertThat;
import static org.calmanchor.examples.PageDriver.part;

import org.junit.jupiter.api.Test;
import org.openqa.selenium.Keys;

/** What can be done with an answer, and the keys for it. */
class PageKeysTest extends HarborPage {
  @Test
  void comparesTheVersionsOfSoap() {
    quote("3");
    page.send("140.25");
    page.click("other-version");
    assertThat(browser.textOf(part("verdict"), "SOAP"))
        .isEqualTo("SOAP 1.1 and SOAP 1.2 have the same values");
    assertThat(browser.visible(part("outcome") + " tr[data-result=total]").getText())
        .isEqualTo("total\ndecimal\n140.25 140.25");
  }

  @Test
  void copiesTheAnswer() {
    quote("3");
    page.send("140.25");
    page.click("copy-answer=json");
    assertThat(browser.textOf(part("kept"), "JSON")).contains("\"nightlyRate\": 42.50,");
    page.click("copy-answer=csv");
    assertThat(browser.textOf(part("kept"), "CSV"))
        .contains("nights,nightlyRate,lengthSurcharge,total\n3,42.50,12.75,140.25");
    page.click("copy-answer=yaml");
    assertThat(browser.textOf(part("kept"), "YAML")).contains("nights: 3\nnightlyRate: 42.50");
  }

  @Test
  void hasKeysForWhatAMouseCanDo() {
    page.open("quoteStay");
    page.press("?");
    assertThat(browser.textOf("[data-keys-list]", "Keys")).contains("expect this answer");
    assertThat(page.barriers()).isEmpty();
    browser.visible("[data-keys-list]").sendKeys(Keys.ESCAPE);
    page.press("n");
    browser.textOf("section:not([hidden]) h2", "quoteStayByDates");
    page.press("p");
    browser.textOf("section:not([hidden]) h2", "quoteStay");
    page.press("e");
    page.press(Keys.chord(Keys.CONTROL, Keys.ENTER));
    browser.textOf(part("outcome"), "140.25");
    page.press("x");
    browser.textOf(part("verdict"), "As expected");
    page.press("/");
    browser.visible("[data-filter]").sendKeys("lowest", Keys.ENTER);
    browser.textOf("section:not([hidden]) h2", "lowestRates");
    page.press("h");
    assertThat(browser.visible("[data-view=exchanges] h2").getText()).isEqualTo("Exchanges");
  }
}
