package org.calmanchor.maven;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Path;
import org.calmanchor.maven.Build.Outcome;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** The goal {@code diff} with contracts that were released. */
class ReleaseIT {
  private static final String DIFF =
      "org.calmanchor:calm-anchor-maven-plugin:%s:diff"
          .formatted(System.getProperty("calm.anchor.version"));
  private static final String DESK = "src/main/java/harbor/BerthDesk.java";

  @TempDir private Path folder;

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
