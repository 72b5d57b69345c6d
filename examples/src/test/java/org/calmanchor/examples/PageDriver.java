package org.calmanchor.examples;

import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.net.URI;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Map;
import org.calmanchor.host.RunningHost;

/** Drives the test page of one service as a person does. */
public final class PageDriver {
  private static final String SHOWN = "section:not([hidden]) ";

  private final Browser browser;
  private final URI page;

  /** The page at {@code path} of {@code host}. */
  public PageDriver(Browser browser, RunningHost host, String path) {
    this(browser, host.address(path));
  }

  /** The page at that address. */
  public PageDriver(Browser browser, URI page) {
    this.browser = browser;
    this.page = page;
  }

  /** Opens an operation, and waits until its request is there. */
  public void open(String operation) {
    browser.open(URI.create(page + "#" + operation));
    browser.until(
        () ->
            Boolean.TRUE.equals(
                browser.run(
                    "return document.querySelector(\""
                        + SHOWN
                        + "[data-request-envelope]\")?.textContent.includes('tns:"
                        + operation
                        + "') ?? false")));
  }

  /** Opens a view that is no operation's. */
  public void view(String name) {
    browser.open(URI.create(page + "#!" + name));
    browser.visible("[data-view=" + name + "] h2");
  }

  /** Deletes what the browser has kept of the page. */
  public void forget() {
    browser.command(
        "Storage.clearDataForOrigin",
        Map.of("origin", page.resolve("/").toString(), "storageTypes", "local_storage"));
  }

  /** The selector of the control at the end of these members. */
  public static String field(String... members) {
    StringBuilder css = new StringBuilder(SHOWN + "form");
    for (String member : members) {
      css.append(" .field[data-key='").append(member).append("'] > .values");
    }
    return css + " :is(.values > :not(.calendar), .calendar > input:first-child)";
  }

  /** The selector of a part of the operation that is shown. */
  public static String part(String name) {
    return SHOWN + "[data-" + name + "]";
  }

  /** Clicks a part of the operation that is shown. */
  public void click(String part) {
    browser.click(part(part));
  }

  /** Sends, and gives the outcome when it holds {@code expected}. */
  public String send(String expected) {
    click("send");
    return browser.textOf(part("outcome"), expected);
  }

  /** Types into a field that tells of it when it is left, such as an expected value. */
  public void type(String css, String value) {
    browser.fill(css, value);
    browser.run(
        "document.querySelector(\""
            + css
            + "\").dispatchEvent(new Event('change', {bubbles: true}))");
  }

  /** Presses a key outside of all fields. */
  public void press(String key) {
    browser.run("document.activeElement.blur()");
    browser.visible("body").sendKeys(key);
  }

  /** The request's envelope as it is shown, when it holds {@code expected}. */
  public String envelope(String expected) {
    return browser.textOf(part("request-envelope"), expected);
  }

  /** What an accessibility checker finds wrong with what is shown now, by WCAG 2.2 AA. */
  public List<String> barriers() {
    return barriers("[]");
  }

  /**
   * The same, without some elements: a long list of equal ones takes long.
   *
   * @param excluded their selectors, a JavaScript array
   */
  @SuppressWarnings("unchecked") // the script gives a list of texts
  public List<String> barriers(String excluded) {
    try (InputStream script = PageDriver.class.getResourceAsStream("/axe.min.js")) {
      browser.run(new String(script.readAllBytes(), StandardCharsets.UTF_8));
    } catch (IOException unreadable) {
      throw new UncheckedIOException(unreadable);
    }
    return (List<String>)
        browser.wait(
            "axe.run({exclude: "
                + excluded
                + "}, {runOnly: ['wcag2a', 'wcag2aa', 'wcag21aa', 'wcag22aa']}).then(found"
                + " => found.violations.flatMap(v => v.nodes.map(n => v.id + ' ' + n.html"
                + " + ' ' + n.failureSummary)))");
  }

  /** Makes the browser prefer a dark or a light scheme. */
  public void prefer(String scheme) {
    browser.command(
        "Emulation.setEmulatedMedia",
        Map.of("features", List.of(Map.of("name", "prefers-color-scheme", "value", scheme))));
  }
}
