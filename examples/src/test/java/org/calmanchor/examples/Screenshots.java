package org.calmanchor.examples;

import static org.calmanchor.examples.PageDriver.field;
import static org.calmanchor.examples.PageDriver.part;

import java.nio.file.Files;
import java.nio.file.Path;
import org.calmanchor.examples.harbor.BerthDesk;
import org.calmanchor.examples.harbor.BerthStore;
import org.calmanchor.examples.tides.TideTable;
import org.calmanchor.host.RunningHost;
import org.calmanchor.host.SoapHost;

/** Takes the pictures of the pages in {@code docs/screenshots}; run by hand, see CONTRIBUTING. */
public final class Screenshots {
  private Screenshots() {}

  /** Takes the folder to write to. */
  public static void main(String[] arguments) throws Exception {
    Path shots = Path.of(arguments[0]);
    Path checks = Path.of("harbor/src/main/resources/org/calmanchor/examples/harbor/checks");
    try (BerthStore store = BerthStore.seeded();
        RunningHost host =
            SoapHost.onPort(8080)
                .serve("/berths", new BerthDesk(store))
                .serve("/tides", new TideTable())
                .checks(checks)
                .keepExchanges(true)
                .start();
        Browser browser = Browser.in(Files.createTempDirectory("shots"))) {
      PageDriver page = new PageDriver(browser, host, "/berths");
      browser.size(1280, 800);

      page.open("quoteStay");
      page.send("140.25");
      browser.picture(shots.resolve("page-quote.png"));
      page.click("take");
      browser.textOf(part("verdict"), "As expected");
      browser.fill(field("nights"), "4");
      page.send("187.00");
      browser.textOf(part("verdict"), "Not");
      browser.picture(shots.resolve("page-expected.png"));

      page.open("findBerths");
      page.send("items");
      browser.picture(shots.resolve("page-list.png"));

      page.open("reserve");
      browser.fill(field("reservation", "berth"), "H-07");
      browser.fill(field("reservation", "arrival"), "2027-07-02");
      page.send("BerthTaken");
      page.press("w");
      browser.textOf(part("response-body"), "BerthTaken");
      browser.run("document.querySelector(\"" + part("response") + "\").scrollIntoView()");
      browser.picture(shots.resolve("page-fault.png"));

      page.view("checks");
      browser.textOf("[data-checks]", "Quiet Comma");
      browser.click("main [data-run-all]");
      browser.textOf("[data-checks-note]", "passed");
      browser.picture(shots.resolve("page-checks.png"));
      browser.click("a[href='#!exchanges']");
      browser.textOf("[data-all-exchanges]", "BerthTaken");
      browser.picture(shots.resolve("page-exchanges.png"));
      browser.open(host.address("/berths?explained"));
      browser.picture(shots.resolve("explained.png"));
      browser.open(host.address("/"));
      browser.picture(shots.resolve("index.png"));
    }
  }
}
