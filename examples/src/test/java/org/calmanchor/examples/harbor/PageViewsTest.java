package org.calmanchor.examples.harbor;

import static org.assertj.core.api.Assertions.assertThat;

import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import org.junit.jupiter.api.Test;

/** The views that are not operations, and all of them in narrow windows. */
class PageViewsTest extends HarborPage {
  /** How often the layout has jumped since the page was opened. */
  private static final String SHIFTS =
      "const seen = new PerformanceObserver(() => {});"
          + "seen.observe({type: 'layout-shift', buffered: true});"
          + "return seen.takeRecords().length";

  @Test
  void explainsTheDocument() throws Exception {
    browser.open(host.address("/berths?explained"));
    assertThat(browser.visible(".story").getText())
        .contains(
            "BerthDeskService",
            "The service answers at http://localhost:" + host.port() + "/berths. It has 2 ports.",
            "Request and response. Faults: StayNotPossible, BoatDoesNotFit.",
            "Pier\nOne of HERON, KITTIWAKE, SANDPIPER.")
        .containsSubsequence("findBerths", "quoteStay", "reserve", "lastPosition")
        .containsSubsequence("The request of findBerths", "The response of lastPosition");
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
