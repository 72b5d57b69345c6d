package org.calmanchor.maven;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Path;
import org.calmanchor.maven.Build.Outcome;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** The goal {@code diff}: contracts that are kept in files, and released ones. */
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

  @Test
  void aContractIsComparedWithTheLastRelease() throws Exception {
    String group = "lanternquay." + System.nanoTime();
    Build build = Build.of("berths", folder);
    build.edit("pom.xml", "<groupId>lanternquay</groupId>", "<groupId>" + group + "</groupId>");

    Outcome none = build.run("compile", DIFF, "-Dcalm.anchor.released=latest");
    assertThat(none.log()).contains("Nothing is released yet, so no consumer can break.");
    assertThat(none.isSuccess()).isTrue();

    assertThat(build.run("install", "-DskipTests", "-Dcalm.anchor.accept").isSuccess()).isTrue();
    build.edit("pom.xml", "<version>1.0</version>", "<version>1.1-SNAPSHOT</version>");
    build.edit(DESK, "int nights)", "int stays)");
    build.edit(DESK, "valueOf(nights)", "valueOf(stays)");
    Outcome broken = build.run("compile", DIFF, "-Dcalm.anchor.released=latest");
    assertThat(broken.isSuccess()).as(broken.log()).isFalse();
    assertThat(broken.log()).contains("The contract of BerthDesk breaks consumers of release 1.0");
  }
}
