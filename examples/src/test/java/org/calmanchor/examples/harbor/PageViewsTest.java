package org.calmanchor.examples.harbor;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.api.Test;

/** The views that are not operations, and all of them in narrow windows. */
class PageViewsTest extends HarborPage {
  /** How often the layout has jumped since the page was opened. */
  private static final String SHIFTS =
      "const seen = new PerformanceObserver(() => {});"
          + "seen.observe({type: 'layout-shift', buffered: true});"
          + "return seen.takeRecords().length";

  @Test
  void fitsNarrowWindows() {
    try {
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
    }
  }
}
