package org.calmanchor.examples.harbor;

import static org.assertj.core.api.Assertions.assertThat;
import static org.calmanchor.examples.PageDriver.part;

import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** An accessibility checker looks at every view, in both colour schemes. */
class PageBarriersTest extends HarborPage {
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
      page.send("K-03");
      assertThat(page.barriers()).isEmpty();
      page.view("exchanges");
      browser.textOf("[data-all-exchanges]", "quoteStay");
      assertThat(page.barriers()).isEmpty();
      page.view("checks");
      assertThat(page.barriers()).isEmpty();
      browser.open(host.address("/"));
      assertThat(page.barriers()).isEmpty();
    } finally {
      page.prefer("light");
    }
  }
}
