package org.calmanchor.examples;

import static org.assertj.core.api.Assertions.assertThat;
import static org.calmanchor.examples.PageDriver.part;

import java.nio.file.Path;
import java.time.LocalDate;
import java.util.List;
import java.util.concurrent.CountDownLatch;
import org.calmanchor.annotations.Operation;
import org.calmanchor.annotations.PortType;
import org.calmanchor.host.RunningHost;
import org.calmanchor.host.SoapHost;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** What the page does for somebody who waits, mistypes or pastes. */
class PageCareTest {
  /** A service that takes its time. */
  @PortType(namespace = "urn:lanternquay:lock")
  public static class Lock {
    private final CountDownLatch gate = new CountDownLatch(1);

    @Operation
    public String open(List<LocalDate> days, String note) {
      return note + days.size();
    }

    @Operation
    public String pass() throws InterruptedException {
      gate.await();
      return "through";
    }
  }

  private static final String FOCUSED = "return document.activeElement.textContent";

  @Test
  void keepsFocusAndPlaceAndLosesNothing(@TempDir Path folder) {
    Lock lock = new Lock();
    try (RunningHost host = SoapHost.onPort(0).serve("/lock", lock).start();
        Browser browser = Browser.in(folder)) {
      PageDriver page = new PageDriver(browser, host, "/lock");
      page.open("open");
      pastes(browser, page);
      marksWhatIsNoValue(browser, page);
      browser.run("scrollTo(0, document.body.scrollHeight)");
      browser.run("document.querySelector(\".operations a[href='#pass']\").click()");
      page.envelope("tns:pass");
      assertThat(
              browser.run(
                  "return document.querySelector('section:not([hidden])').getBoundingClientRect().top >= 0"))
          .isEqualTo(true);
      waitsWithAClock(browser, page);
      lock.gate.countDown();
      page.send("through");
      assertThat(browser.run(FOCUSED)).isEqualTo("Send");
      assertThat(browser.run("return document.querySelector('[data-status]').textContent"))
          .isEqualTo("Answer: HTTP 200, result");
    }
  }

  private static void pastes(Browser browser, PageDriver page) {
    browser.click(part("form") + " .field[data-key=days] > .more > [data-lines]");
    browser.fill(part("form") + " .lines-box textarea", "2027-06-11\n11.06.2027\n");
    browser.click(part("form") + " .lines-box button");
    assertThat(browser.textOf(part("form") + " .lines-box .error", "Line"))
        .isEqualTo("Line 2: \"11.06.2027\" does not fit its field. Nothing was added.");
    assertThat(browser.all(part("form") + " .field[data-key=days] .item")).isEmpty();
    browser.fill(part("form") + " .lines-box textarea", "2027-06-11\n2027-06-12\n");
    browser.click(part("form") + " .lines-box button");
    page.envelope("2027-06-12");
    page.send("2");
    assertThat(browser.run(FOCUSED)).isEqualTo("Send");
  }

  private static void marksWhatIsNoValue(Browser browser, PageDriver page) {
    String day = part("form") + " .field[data-key=days] .item:nth-child(2) input";
    browser.fill(day, "2027-02-31");
    page.envelope("2027-02-31");
    page.click("send");
    assertThat(browser.textOf(part("form") + " .mistake", "expected"))
        .startsWith("expected a day without time zone as in 2027-06-11");
    assertThat(browser.run("return document.activeElement.value")).isEqualTo("2027-02-31");
    assertThat(browser.all("[aria-invalid]")).hasSize(1);
    browser.run(
        "const day = document.querySelector(\""
            + day
            + "\"); day.value = '2027-06-13';"
            + "day.dispatchEvent(new Event('input', {bubbles: true}))");
    page.envelope("2027-06-13");
    page.send("2");
    assertThat(browser.all(".mistake")).isEmpty();
  }

  private static void waitsWithAClock(Browser browser, PageDriver page) {
    page.click("send");
    assertThat(browser.textOf(part("clock"), "Waiting"))
        .containsPattern("Waiting for the answer: [0-9]+ s");
    assertThat(browser.run(FOCUSED)).isEqualTo("Send");
    browser.click(part("clock") + " button");
    assertThat(browser.textOf(part("outcome"), "cancelled"))
        .contains("The call was cancelled here.");
    assertThat(page.barriers()).isEmpty();
  }

  @Test
  void saysWhatToTryWhenTheServerIsGone(@TempDir Path folder) {
    RunningHost host = SoapHost.onPort(0).serve("/lock", new Lock()).start();
    try (Browser browser = Browser.in(folder)) {
      PageDriver page = new PageDriver(browser, host, "/lock");
      page.open("open");
      host.close();
      page.click("send");
      assertThat(browser.textOf(part("request-error"), "answer"))
          .contains("does not answer", "Is it still running");
    } finally {
      host.close();
    }
  }
}
