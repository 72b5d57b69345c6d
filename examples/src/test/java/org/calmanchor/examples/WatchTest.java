package org.calmanchor.examples;

import static org.assertj.core.api.Assertions.assertThat;
import static org.calmanchor.examples.PageDriver.field;

import java.net.URI;
import java.nio.file.Files;
import java.nio.file.Path;
import org.calmanchor.testing.RecompiledDesk;
import org.calmanchor.testing.Tool;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** The loop of a developer's day: a class is compiled again, and the page follows. */
class WatchTest {
  @TempDir private Path folder;
  private Path classes;

  private RecompiledDesk desk() {
    return new RecompiledDesk(classes);
  }

  @Test
  void thePageGetsTheNewFormsAndKeepsWhatWasTyped() throws Exception {
    classes = Files.createDirectories(folder.resolve("target/classes"));
    desk().compile("String pier", "return 3;", "");
    try (Tool.Running serve = new Tool.Running(folder, "serve", "--port", "0", "--watch");
        Browser browser = Browser.in(folder)) {
      URI address = RecompiledDesk.addressIn(serve.until("Recompiled classes are served at once"));
      PageDriver page = new PageDriver(browser, address);
      page.open("free");
      browser.fill(field("pier"), "Heron");
      browser.run("document.querySelector(\"" + field("pier") + "\").focus()");
      assertThat(browser.all(".reload:not([hidden])")).isEmpty();

      desk().compile("String pier, int nights", "return nights;", "");
      assertThat(serve.until("Reloaded"))
          .contains("Desk: 1 change, it breaks consumers: free request/nights added.");
      // A field that is new has its example.
      browser.visible(field("nights"));
      browser.textOf("[data-reload]", "1 change, it breaks consumers");
      assertThat(browser.run("return document.querySelector(\"" + field("pier") + "\").value"))
          .isEqualTo("Heron");
      assertThat(browser.run("return document.activeElement.closest('.field').dataset.key"))
          .isEqualTo("pier");

      desk()
          .compile(
              "String pier, int nights",
              "return nights;",
              "@Operation public int free(int a) { return a; }");
      assertThat(serve.until("Give one of them a name"))
          .contains("Not reloaded; the last good services go on.", "CALM-104 Desk: ");
      browser.textOf("[data-reload].broken", "CALM-104");
      page.send("result");
      browser.textOf("section:not([hidden]) [data-answer]", "1");

      desk().compile("String pier, int nights", "return nights;", "");
      assertThat(serve.until("Reloaded")).contains("Nothing has changed on the wire.");
      browser.textOf("[data-reload]:not(.broken)", "Nothing has changed on the wire.");
    }
  }
}
