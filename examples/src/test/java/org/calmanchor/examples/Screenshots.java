package org.calmanchor.examples;

import static org.calmanchor.examples.PageDriver.part;

import java.nio.file.Files;
import java.nio.file.Path;
import org.calmanchor.examples.harbor.BerthDesk;
import org.calmanchor.examples.harbor.BerthStore;
import org.calmanchor.host.RunningHost;
import org.calmanchor.host.SoapHost;

/** Takes the pictures of the pages in {@code docs/screenshots}; run by hand, see CONTRIBUTING. */
public final class Screenshots {
  private Screenshots() {}

  /** Takes the folder to write to. */
  public static void main(String[] arguments) throws Exception {
    Path shots = Path.of(arguments[0]);
    try (BerthStore store = BerthStore.seeded();
        RunningHost host =
            SoapHost.onPort(8080)
                .serve("/berths", new BerthDesk(store))
                .checks(Path.of("checks"))
                .keepExchanges(true)
                .start();
        Browser browser = Browser.in(Files.createTempDirectory("shots"))) {
      browser.open(host.address("/"));
      browser.picture(shots.resolve("index.png"));

      browser.open(host.address("/berths#quoteStay"));
      String form = "section:not([hidden]) .field";
      browser.fill(form + "[data-key=boatLength] > .values > *", "12.35");
      browser.fill(form + "[data-key=nights] > .values > *", "3");
      browser.textOf("[data-request-envelope]", ">3<");
      browser.click("section:not([hidden]) button.send");
      browser.textOf("[data-outcome]", "140.25");
      browser.resize(1280, 1250);
      browser.run("scrollTo(0, 0)");
      browser.picture(shots.resolve("page-quote.png"));

      browser.open(host.address("/berths#findBerths"));
      browser.click(form + "[data-key=boatLength] [data-include]");
      browser.fill(form + "[data-key=boatLength] > .values > *", "12.35");
      browser.textOf("[data-request-envelope]", "12.35");
      browser.click("section:not([hidden]) button.send");
      browser.textOf("[data-outcome]", "items");
      browser.run("scrollTo(0, 0)");
      browser.picture(shots.resolve("page-list.png"));

      browser.open(host.address("/berths#reserve"));
      browser.textOf("[data-request-envelope]", "reserve");
      browser.fill(form + "[data-key=berth] > .values > *", "H-07");
      browser.fill(form + "[data-key=arrival] > .values > *", "2027-07-02");
      browser.fill(form + "[data-key=length] > .values > *", "12.35");
      browser.click(form + "[data-key=notify] > .more > [data-add]");
      browser.click("section:not([hidden]) button.send");
      browser.textOf("[data-outcome]", "BerthTaken");
      browser.resize(1280, 1750);
      browser.run("scrollTo(0, 0)");
      browser.picture(shots.resolve("page-fault.png"));

      PageDriver page = new PageDriver(browser, host, "/berths");
      page.open("quoteStay");
      browser.fill(form + "[data-key=nights] > .values > *", "4");
      page.envelope(">4<");
      browser.click(part("expect") + " summary");
      browser.fill(
          part("expected"),
          "result:\n  result:\n    nights: 4\n    total: 140.25\ncompare: named\n");
      browser.run(
          "document.querySelector(\""
              + part("expected")
              + "\").dispatchEvent(new Event('change'))");
      page.send("187.00");
      browser.textOf(part("agreement"), "Not");
      browser.resize(1280, 1650);
      browser.run("scrollTo(0, 0)");
      browser.picture(shots.resolve("page-expected.png"));

      browser.resize(1280, 800);
      page.view("checks");
      browser.textOf("[data-checks]", "Quiet Comma");
      browser.click("[data-run-all]");
      browser.textOf("[data-checks-note]", "passed");
      browser.picture(shots.resolve("page-checks.png"));
      page.view("exchanges");
      browser.textOf("[data-anybody]", "quoteStay");
      browser.click("[data-anybody] [data-exchange=quoteStay] td:last-child button");
      browser.run("scrollTo(0, 0)");
      browser.picture(shots.resolve("page-exchanges.png"));
      browser.open(host.address("/berths?explained"));
      browser.picture(shots.resolve("explained.png"));

      // Last, as it changes the harbor.
      browser.open(host.address("/berths#amendStay"));
      browser.textOf("[data-request-envelope]", "amendStay");
      browser.fill(form + "[data-key=holder] > .values > *", "Odo Marrow");
      browser.fill(form + "[data-key=number] > .values > *", "1001");
      browser.fill(form + "[data-key=berth] > .values > *", "K-03");
      browser.fill(form + "[data-key=departure] > .values > *", "2027-06-14");
      browser.textOf("[data-request-envelope]", "K-03");
      browser.textOf("[data-request-envelope]", "Odo Marrow");
      browser.click("section:not([hidden]) button.send");
      browser.textOf("[data-outcome]", "K-03");
      browser.resize(1280, 1300);
      browser.run("scrollTo(0, 0)");
      browser.picture(shots.resolve("page-header.png"));
    }
  }
}
