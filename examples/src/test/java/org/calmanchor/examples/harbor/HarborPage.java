package org.calmanchor.examples.harbor;

import static org.assertj.core.api.Assertions.assertThat;
import static org.calmanchor.examples.PageDriver.field;

import java.nio.file.Path;
import org.calmanchor.examples.Browser;
import org.calmanchor.examples.PageDriver;
import org.calmanchor.host.RunningHost;
import org.calmanchor.host.SoapHost;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.io.TempDir;

/** The page of the real harbor in a real browser, for tests of what it offers. */
abstract class HarborPage {
  static BerthStore store;
  static RunningHost host;
  static Browser browser;
  static PageDriver page;
  static Path checks;

  @BeforeAll
  static void start(@TempDir Path folder) {
    checks = folder.resolve("checks");
    store = BerthStore.seeded();
    host =
        SoapHost.onPort(0)
            .serve("/berths", new BerthDesk(store))
            .checks(checks)
            .keepExchanges(true)
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

  static void quote(String nights) {
    page.open("quoteStay");
    browser.fill(field("boatLength"), "12.35");
    browser.fill(field("nights"), nights);
    page.envelope(">" + nights + "<");
  }
}
