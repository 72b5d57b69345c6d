package org.calmanchor.maven;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Path;
import org.calmanchor.maven.Build.Outcome;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** The goal {@code diff} with contracts that are kept in files. */
class BaselineIT {
  private static final String DIFF =
      "org.calmanchor:calm-anchor-maven-plugin:%s:diff"
          .formatted(System.getProperty("calm.anchor.version"));
  private static final String DESK = "src/main/java/harbor/BerthDesk.java";
  private static final String KEPT = "src/main/contract/BerthDesk.wsdl";

  @TempDir private Path folder;

  @Test
  void aChangeThatBreaksConsumersFailsTheBuildUntilItIsAccepted() throws Exception {
    Build build = Build.of("berths", folder);
    Outcome none = build.run("compile", DIFF);
    assertThat(none.isSuccess()).as(none.log()).isFalse();
    assertThat(none.log())
        .contains("There is no " + KEPT + " to compare BerthDesk with.")
        .contains("To accept the contracts of today: -Dcalm.anchor.accept");

    assertThat(build.run("compile", DIFF, "-Dcalm.anchor.accept").isSuccess()).isTrue();
    build.edit(DESK, "BigDecimal rate, int nights)", "BigDecimal rate, int nights, String pier)");
    Outcome broken = build.run("compile", DIFF);
    assertThat(broken.isSuccess()).as(broken.log()).isFalse();
    assertThat(broken.log())
        .contains("Breaks consumers that send")
        .contains("pier")
        .contains("The contract of BerthDesk breaks consumers; see above.");
    assertThat(build.text(KEPT)).doesNotContain("pier");
  }
}
