package org.calmanchor.examples.harbor;

import static org.assertj.core.api.Assertions.assertThat;

import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import org.junit.jupiter.api.Test;

/** The WSDL explained, with its pictures. */
class ExplainedPageTest extends HarborPage {
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
    assertThat(page.barriers("['.source .block ~ .block']")).isEmpty();
    String drawn = browser.visible("figure a[href*='operation=reserve']").getDomAttribute("href");
    browser.open(host.address("/").resolve(drawn));
    assertThat(browser.visible("figure a[href='./berths#reserve']").getText()).isEqualTo("reserve");
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
}
