package org.calmanchor.draft;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.math.BigDecimal;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.calmanchor.core.problem.ContractException;
import org.calmanchor.core.reading.Reading;
import org.calmanchor.draft.DescriptionDrafter.DraftedDescription;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Descriptions of classes that cannot be edited. */
public class DescriptionDraftTest {
  private static final String NAMESPACE = "urn:lanternquay:tariff";

  @TempDir private Path folder;

  /** A class that knows nothing of services. */
  public static class OldTariff implements AutoCloseable {
    public BigDecimal rateFor(OldBerth berth, Season season) {
      return BigDecimal.valueOf(berth.length);
    }

    public BigDecimal rateFor(String berthCode, int nightsFromTheFirstOneOn, boolean withPower) {
      return BigDecimal.TEN;
    }

    public List<OldBerth> berths(Map<String, Season[]> seasons) {
      return List.of();
    }

    @Override
    public void close() {}
  }

  public enum Season {
    SUMMER,
    WINTER
  }

  public static class OldBerth {
    String code = "";
    double length;
    Optional<OldPier> pier = Optional.empty();
  }

  public record OldPier(String name) {}

  public static class OldClock {
    public Object now() {
      return "noon";
    }
  }

  public static class Nothing {}

  @Test
  void spellsOutEveryChoice() throws Exception {
    DraftedDescription drafted =
        DescriptionDrafter.draft(OldTariff.class, NAMESPACE, "harbor.tariff");
    String source =
        new String(
            drafted.draft().sources().get("harbor/tariff/OldTariffDescription.java"),
            StandardCharsets.UTF_8);
    assertThat(source)
        .endsWith(
            """
              public static Reading read() {
                return Description.of(DescriptionDraftTest.OldTariff.class, "urn:lanternquay:tariff")
                    .named("OldTariff")
                    .operation("berths", o -> o.named("berths").parameters("seasons").result("result"))
                    .operation(
                        "rateFor",
                        o ->
                            o.taking(String.class, int.class, boolean.class)
                                .named("rateFor")
                                .parameters("berthCode", "nightsFromTheFirstOneOn", "withPower")
                                .result("result"))
                    .operation(
                        "rateFor",
                        o ->
                            o.taking(DescriptionDraftTest.OldBerth.class, DescriptionDraftTest.Season.class)
                                .named("rateFor2")
                                .parameters("berth", "season")
                                .result("result"))
                    .type(
                        DescriptionDraftTest.OldBerth.class,
                        t ->
                            t.named("OldBerth")
                                .order("code", "length", "pier"))
                    .type(DescriptionDraftTest.OldPier.class, t -> t.named("OldPier"))
                    .read();
              }
            }
            """);
    Reading described = drafted.description().read();
    try (Drafted compiled = Drafted.compile(folder, List.of(drafted.draft()))) {
      Object read =
          compiled.type("harbor.tariff.OldTariffDescription").getMethod("read").invoke(null);
      assertThat(((Reading) read).contract()).isEqualTo(described.contract());
    }
  }

  @Test
  void whatCannotBeMappedIsReportedWhenItIsRead() {
    DraftedDescription drafted =
        DescriptionDrafter.draft(OldClock.class, NAMESPACE, "harbor.clock");
    assertThatThrownBy(() -> drafted.description().read())
        .isInstanceOf(ContractException.class)
        .hasMessageContaining("Name the type that is meant");
  }

  @Test
  void refusesAClassWithoutMethods() {
    assertThatThrownBy(() -> DescriptionDrafter.draft(Nothing.class, NAMESPACE, "harbor"))
        .hasMessage("Nothing has no public method");
  }
}
