package org.calmanchor.examples;

import java.io.IOException;
import java.net.URI;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.List;
import java.util.Map;
import java.util.function.BooleanSupplier;
import org.calmanchor.testing.Await;
import org.openqa.selenium.By;
import org.openqa.selenium.Dimension;
import org.openqa.selenium.OutputType;
import org.openqa.selenium.StaleElementReferenceException;
import org.openqa.selenium.WebElement;
import org.openqa.selenium.chrome.ChromeDriver;
import org.openqa.selenium.chrome.ChromeDriverService;
import org.openqa.selenium.chrome.ChromeOptions;
import org.openqa.selenium.support.ui.Select;
import org.openqa.selenium.support.ui.WebDriverWait;

/** A real Chromium without a window. */
public final class Browser implements AutoCloseable {
  private final ChromeDriver driver;
  private final WebDriverWait waiting;

  private Browser(ChromeDriver driver) {
    this.driver = driver;
    this.waiting = new WebDriverWait(driver, Await.PATIENCE);
    // By default it looks twice a second only, which the tests would mostly spend waiting.
    waiting.pollingEvery(Duration.ofMillis(20));
    // The page may draw anew between finding something and looking at it.
    waiting.ignoring(StaleElementReferenceException.class);
  }

  /** A new browser, with a profile of its own below {@code folder}. */
  public static Browser in(Path folder) {
    ChromeOptions options = new ChromeOptions();
    options.setBinary("/usr/bin/chromium");
    options.addArguments(
        "--headless",
        "--no-sandbox",
        "--disable-gpu",
        "--disable-quic",
        "--no-first-run",
        "--disable-background-networking",
        "--disable-component-update",
        "--disable-sync",
        "--hide-scrollbars",
        "--lang=en-GB",
        "--user-data-dir=" + folder.resolve("profile"));
    ChromeDriverService service =
        new ChromeDriverService.Builder()
            .usingDriverExecutable(Path.of("/usr/bin/chromedriver").toFile())
            .usingAnyFreePort()
            .build();
    Browser browser = new Browser(new ChromeDriver(service, options));
    // So wide that the page shows the wire too.
    browser.resize(1680, 1000);
    return browser;
  }

  /** Makes the window so large. */
  public void resize(int width, int height) {
    driver.manage().window().setSize(new Dimension(width, height));
  }

  /** Makes what is seen of a page exactly so large. */
  public void size(int width, int height) {
    command(
        "Emulation.setDeviceMetricsOverride",
        Map.of("width", width, "height", height, "deviceScaleFactor", 1, "mobile", false));
  }

  /** Loads a page, even if it is the one that is shown already. */
  public void open(URI address) {
    String page = address.toString().replaceFirst("#.*", "");
    if (String.valueOf(driver.getCurrentUrl()).replaceFirst("#.*", "").equals(page)) {
      driver.executeScript("history.replaceState(null, '', arguments[0])", address.toString());
      driver.navigate().refresh();
    } else {
      driver.get(address.toString());
    }
  }

  /** The first visible element for a CSS selector, as soon as there is one. */
  public WebElement visible(String css) {
    return waiting.until(
        d ->
            d.findElements(By.cssSelector(css)).stream()
                .filter(WebElement::isDisplayed)
                .findFirst()
                .orElse(null));
  }

  /** All visible elements for a CSS selector, now. */
  public List<WebElement> all(String css) {
    return driver.findElements(By.cssSelector(css)).stream()
        .filter(WebElement::isDisplayed)
        .toList();
  }

  /** Waits until the visible element contains the text, and gives all its text. */
  public String textOf(String css, String expected) {
    return waiting.until(
        d -> {
          String text = visible(css).getText();
          return text.contains(expected) ? text : null;
        });
  }

  /** Clicks the first visible element for a CSS selector, in the middle of the window. */
  public void click(String css) {
    WebElement target = visible(css);
    driver.executeScript("arguments[0].scrollIntoView({block: 'center'})", target);
    // A click goes to a place, so what is still moving would be missed.
    driver.executeAsyncScript(
        "const [target, done] = arguments; let last = ''; let frames = 0; const look = () => {"
            + "const at = target.getBoundingClientRect(); const now = at.x + ' ' + at.y;"
            + "if (now === last || ++frames > 60) done(); else { last = now;"
            + "requestAnimationFrame(look); } }; look();",
        target);
    target.click();
  }

  /** Replaces what stands in a field. */
  public void fill(String css, String value) {
    WebElement field = visible(css);
    driver.executeScript(
        "arguments[0].value = arguments[1];"
            + "arguments[0].dispatchEvent(new Event('input', {bubbles: true}))",
        field,
        value);
  }

  /** Chooses an option by its text. */
  public void choose(String css, String option) {
    new Select(visible(css)).selectByVisibleText(option);
  }

  /** What a script gives back. */
  public Object run(String script) {
    return driver.executeScript(script);
  }

  /** What the promise that a script makes becomes. */
  public Object wait(String promise) {
    return driver.executeAsyncScript(
        promise + ".then(arguments[arguments.length - 1], e => { throw e })");
  }

  /** A command of the browser's own protocol. */
  public void command(String name, Map<String, Object> parameters) {
    driver.executeCdpCommand(name, parameters);
  }

  /** Puts what is downloaded into {@code folder}, unasked. */
  public void download(Path folder) {
    command(
        "Browser.setDownloadBehavior",
        Map.of("behavior", "allow", "downloadPath", folder.toString()));
  }

  /** Waits until something is so. */
  public void until(BooleanSupplier isSo) {
    waiting.until(d -> isSo.getAsBoolean());
  }

  /** What the browser complained about since the last question. */
  public List<String> complaints() {
    return driver.manage().logs().get("browser").getAll().stream()
        .map(entry -> entry.getMessage())
        .toList();
  }

  /** Writes what is seen as a picture. */
  public void picture(Path file) throws IOException {
    Files.createDirectories(file.getParent());
    Files.write(file, driver.getScreenshotAs(OutputType.BYTES));
  }

  @Override
  public void close() {
    driver.quit();
  }
}
