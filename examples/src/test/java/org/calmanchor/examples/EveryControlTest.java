package org.calmanchor.examples;

import static org.assertj.core.api.Assertions.assertThat;
import static org.calmanchor.examples.PageDriver.part;

import jakarta.validation.constraints.Size;
import java.math.BigDecimal;
import java.nio.file.Path;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.calmanchor.annotations.Attribute;
import org.calmanchor.annotations.ComplexType;
import org.calmanchor.annotations.Element;
import org.calmanchor.annotations.Operation;
import org.calmanchor.annotations.PortType;
import org.calmanchor.annotations.SimpleContent;
import org.calmanchor.host.RunningHost;
import org.calmanchor.host.SoapHost;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.openqa.selenium.Keys;
import org.openqa.selenium.WebElement;

/** A round through every control that a form can have: what was typed comes back. */
class EveryControlTest {
  /** A locker with something of every kind in it. */
  @PortType(namespace = "urn:lanternquay:locker")
  public static class Locker {
    public enum Lid {
      OPEN,
      SHUT
    }

    public sealed interface Gear permits Rope, Sail {}

    @ComplexType
    public record Rope(BigDecimal length) implements Gear {}

    @ComplexType
    public record Sail(BigDecimal area, Optional<String> maker) implements Gear {}

    public record Weight(@Attribute String unit, @SimpleContent BigDecimal amount) {}

    public record Box(String label, List<Box> within) {}

    public record Things(
        @Attribute String code,
        boolean isWet,
        int count,
        long many,
        double depth,
        LocalDate stowed,
        Instant opened,
        Duration dries,
        Lid lid,
        byte[] photo,
        @Element(nillable = true) String owner,
        Optional<String> remark,
        List<String> labels,
        List<Lid> lids,
        List<List<Integer>> rows,
        List<Weight> weights,
        Map<String, BigDecimal> prices,
        Gear gear,
        Weight weight,
        Box box,
        org.w3c.dom.Element tag) {}

    /** What leads back to itself. */
    public sealed interface Knot permits Bend, Splice {}

    public record Bend(Knot over) implements Knot {}

    public record Splice(Optional<Knot> before, String strands) implements Knot {}

    public record Buoy(String light, @Element(nillable = true) Buoy next) {}

    @Operation
    public Things stow(Things things) {
      return things;
    }

    @Operation
    public Buoy tie(Knot knot, Buoy buoy, @Size(min = 2, max = 3) List<String> marks) {
      return buoy;
    }
  }

  private static void paste(Browser browser, String list, String rows) {
    browser.click(part("form") + " .field[data-key=" + list + "] > .more > [data-rows]");
    browser.fill(part("form") + " .lines-box textarea", rows);
    browser.click(part("form") + " .lines-box button");
  }

  @Test
  void bringsBackWhatWasSent(@TempDir Path folder) {
    try (RunningHost host = SoapHost.onPort(0).serve("/locker", new Locker()).start();
        Browser browser = Browser.in(folder)) {
      PageDriver page = new PageDriver(browser, host, "/locker");
      page.open("stow");
      page.click("example-values");
      page.envelope("<tns:remark>remark</tns:remark>");
      assertThat(page.send("remark"))
          .contains(
              "code\nstring\ncode",
              "isWet\nboolean\ntrue",
              "stowed\ndate\n2027-06-11",
              "lid\nLid\nOPEN",
              "photo\nbase64Binary\nSave 4 bytes",
              "owner\nstring\nowner",
              "labels\nlist of string",
              "<any xmlns=\"urn:example\"/>");
      browser.click(part("expect") + " summary");
      page.click("take");
      assertThat(browser.textOf(part("verdict"), "expected")).startsWith("As expected");
      browser.click(part("form") + " [data-nil]");
      assertThat(page.envelope("xsi:nil=\"true\"")).contains("<tns:owner xsi:nil=\"true\"/>");
      paste(browser, "rows", "1, 2, 3\n4\n");
      page.envelope("<tns:item>3</tns:item>");
      paste(browser, "weights", "text\tunit\n12\tkg\n13\tkg\tx\n");
      assertThat(browser.textOf(part("form") + " .lines-box .error", "Line"))
          .isEqualTo("Line 3 has 3 cells, a row takes 2: text, unit.");
      browser.fill(part("form") + " .lines-box textarea", "text\tunit\n12\tkg\n13\tkg\n");
      browser.click(part("form") + " .lines-box button");
      page.envelope("<tns:weights unit=\"kg\">13</tns:weights>");
      browser
          .visible(part("form") + " .field[data-key=remark] textarea")
          .sendKeys(Keys.chord(Keys.SHIFT, Keys.ENTER), "two");
      page.envelope("remark\ntwo");
      browser.choose(part("form") + " [data-kind]", "Sail");
      page.envelope("xsi:type=\"tns:Sail\"");
      browser.click(part("form") + " .field[data-key=within] > .more > [data-add]");
      browser.visible(part("form") + " .field[data-key=remark] textarea").sendKeys(Keys.ENTER);
      assertThat(browser.textOf(part("verdict"), "Not"))
          .startsWith("Not as expected 6 differences: result/");
      assertThat(browser.all(part("outcome") + " tr.differs").stream().map(WebElement::getText))
          .anyMatch(row -> row.startsWith("gear") && row.endsWith("expected the type Rope"))
          .anyMatch(row -> row.startsWith("within") && row.contains("expected 0 items"))
          .anyMatch(row -> row.startsWith("rows"));
      assertThat(browser.visible(part("outcome")).getText()).contains("owner\nstring\nnil");
      String third = part("form") + " .field[data-key=item] .item:nth-child(3)";
      browser.fill(third + " > input", "many");
      page.click("send");
      assertThat(browser.textOf(third + " > .mistake", "expected"))
          .startsWith("expected a whole number from -2147483648");
      assertThat(browser.all("[aria-invalid]")).hasSize(1);
      assertThat(page.barriers()).isEmpty();
      browser.fill(third + " > input", "3");
      page.open("stow");
      assertThat(page.envelope("xsi:nil")).contains("xsi:type=\"tns:Sail\"", "<tns:within>");
      assertThat(page.barriers()).isEmpty();
    }
  }

  @Test
  void beginsWithTheLeastThatMayBeSent(@TempDir Path folder) throws Exception {
    try (RunningHost host = SoapHost.onPort(0).serve("/locker", new Locker()).start();
        Browser browser = Browser.in(folder)) {
      PageDriver page = new PageDriver(browser, host, "/locker");
      page.open("tie");
      assertThat(page.envelope("xsi:nil"))
          .contains("<tns:knot xsi:type=\"tns:Splice\">", "<tns:next xsi:nil=\"true\"/>")
          .containsSubsequence("<tns:marks>", "<tns:marks>");
      assertThat(browser.textOf(part("form") + " .field[data-key=marks] .said", "list"))
          .isEqualTo("list of string, 2 to 3");
      browser.choose(part("form") + " [data-kind]", "Bend");
      page.envelope("<tns:over xsi:type=\"tns:Splice\">");
      browser.click(part("form") + " .field[data-key=next] [data-nil]");
      assertThat(page.envelope("<tns:next>"))
          .containsSubsequence("<tns:next>", "<tns:next xsi:nil");
      page.click("example");
      page.click("send");
      assertThat(browser.textOf(part("outcome"), "result")).contains("next\nBuoy\nnil");
    }
  }
}
