package org.calmanchor.examples;

import static org.assertj.core.api.Assertions.assertThat;
import static org.calmanchor.examples.PageDriver.part;

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
        Map<String, BigDecimal> prices,
        Gear gear,
        Weight weight,
        Box box,
        org.w3c.dom.Element tag) {}

    @Operation
    public Things stow(Things things) {
      return things;
    }
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
              "code string code",
              "isWet boolean true",
              "stowed date 2027-06-11",
              "lid Lid OPEN",
              "photo base64Binary Save 4 bytes",
              "owner string owner",
              "labels list of string",
              "<any xmlns=\"urn:example\"/>");
      browser.click(part("expect") + " summary");
      page.click("take");
      assertThat(browser.textOf(part("agreement"), "expected")).startsWith("As expected");
      browser.click(part("form") + " [data-nil]");
      assertThat(page.envelope("xsi:nil=\"true\"")).contains("<tns:owner xsi:nil=\"true\"/>");
      browser.choose(part("form") + " [data-kind]", "Sail");
      page.envelope("xsi:type=\"tns:Sail\"");
      browser.click(part("form") + " .field[data-key=within] > .more > [data-add]");
      page.click("send");
      assertThat(browser.textOf(part("agreement"), "Not"))
          .contains(
              "result/owner owner a structure",
              "result/gear/xsi:type Rope Sail",
              "result/box/within");
      assertThat(browser.visible(part("outcome")).getText()).contains("owner string nil");
      page.open("stow");
      assertThat(page.envelope("xsi:nil")).contains("xsi:type=\"tns:Sail\"", "<tns:within>");
      assertThat(page.barriers()).isEmpty();
    }
  }
}
