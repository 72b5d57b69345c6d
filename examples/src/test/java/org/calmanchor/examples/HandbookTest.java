package org.calmanchor.examples;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Path;
import org.calmanchor.testing.Tool;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** The handbook, as its reader has it. */
class HandbookTest {
  private static final Path PILOTS =
      Path.of("harbor/src/main/resources/org/calmanchor/examples/pilots").toAbsolutePath();

  @TempDir private Path folder;

  @Test
  void searchesAndFollowsLinksWithoutAServer() throws Exception {
    Path file = folder.resolve("pilots.html");
    Tool tool =
        Tool.run(
            folder,
            "describe",
            PILOTS.resolve("pilots-2.wsdl").toString(),
            "--html",
            file.toString(),
            "--against",
            PILOTS.resolve("pilots.wsdl").toString());
    assertThat(tool.exitCode()).as(tool.err()).isZero();
    try (Browser browser = Browser.in(folder)) {
      browser.open(file.toUri());
      assertThat(browser.textOf("#changes", "boardsAt")).contains("those who receive");
      assertThat(browser.textOf("#calling pre", "curl")).contains("--data-binary @-");
      browser.fill("#search", "draught hours");
      browser.until(() -> isHidden(browser, "#operation-log"));
      assertThat(isHidden(browser, "#operation-draughtAt")).isFalse();
      browser.run("location.hash = '#operation-log'");
      browser.until(() -> !isHidden(browser, "#operation-log"));
      browser.fill("#search", "no such word");
      browser.until(() -> !isHidden(browser, "#none"));
      assertThat(browser.complaints()).isEmpty();
    }
  }

  private static boolean isHidden(Browser browser, String css) {
    return Boolean.TRUE.equals(browser.run("return document.querySelector('" + css + "').hidden"));
  }
}
