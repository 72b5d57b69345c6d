package org.calmanchor.examples;

import static org.assertj.core.api.Assertions.assertThat;
import static org.calmanchor.examples.PageDriver.part;

import java.nio.file.Path;
import java.util.Base64;
import java.util.List;
import java.util.stream.IntStream;
import org.calmanchor.annotations.Element;
import org.calmanchor.annotations.Operation;
import org.calmanchor.annotations.PortType;
import org.calmanchor.host.RunningHost;
import org.calmanchor.host.SoapHost;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Long lists and pictures in answers. */
class PageListTest {
  private static final String DOT =
      "iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNk+M9QDwADhgGAWjR9awAAAABJRU5ErkJggg==";

  public record Mark(String name, int depth) {}

  /** The marks of a chart. */
  @PortType(namespace = "urn:lanternquay:marks")
  public static class Marks {
    @Operation
    public List<Mark> all(@Element(example = "60") int count) {
      return IntStream.range(0, count).mapToObj(i -> new Mark("M" + i, 100 - i)).toList();
    }

    @Operation
    public boolean isLit(@Element(example = "false") boolean lit) {
      return lit;
    }

    @Operation
    public byte[] symbol() {
      return Base64.getDecoder().decode(DOT);
    }
  }

  @Test
  void areSortedInPagesAndShown(@TempDir Path folder) {
    try (RunningHost host = SoapHost.onPort(0).serve("/marks", new Marks()).start();
        Browser browser = Browser.in(folder)) {
      PageDriver page = new PageDriver(browser, host, "/marks");
      page.open("all");
      assertThat(page.send("of 60")).contains("1\u201325 of 60");
      String rows = part("outcome") + " tbody tr";
      assertThat(browser.all(rows)).hasSize(25);
      browser.click(part("outcome") + " th:nth-child(2) button");
      assertThat(browser.textOf(rows, "M59")).isEqualTo("M59 41");
      browser.click(part("outcome") + " .pages button:last-child");
      assertThat(browser.textOf(rows, "M34")).isEqualTo("M34 66");
      page.click("take");
      assertThat(browser.textOf(part("verdict"), "As")).isEqualTo("As expected");
      String depth = rows + ":nth-child(2) td:nth-child(2) input";
      page.type(depth, "7");
      assertThat(browser.textOf(part("verdict"), "Not"))
          .isEqualTo("Not as expected 1 difference: result[2]/depth");
      page.open("isLit");
      assertThat(page.send("false")).contains("false");
      page.open("symbol");
      assertThat(page.send("Save")).contains("Save 70 bytes");
      assertThat(browser.visible(part("outcome") + " img").getDomProperty("naturalWidth"))
          .isEqualTo("1");
      assertThat(browser.complaints()).noneMatch(line -> line.contains("Content Security"));
      assertThat(page.barriers()).isEmpty();
    }
  }
}
