package org.calmanchor.maven;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.nio.file.Path;
import org.calmanchor.maven.Build.Outcome;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** The goal {@code draft}. */
class DraftIT {
  @TempDir private Path folder;

  @Test
  void aClientIsDraftedIntoTheProject() throws Exception {
    Build build = Build.of("harbor", folder);
    Path partner =
        Path.of(
            "..",
            "examples",
            "harbor",
            "src",
            "main",
            "resources",
            "org",
            "calmanchor",
            "examples",
            "pilots");
    assertThat(Files.isDirectory(partner)).isTrue();
    String draft =
        "org.calmanchor:calm-anchor-maven-plugin:%s:draft"
            .formatted(System.getProperty("calm.anchor.version"));

    Outcome missing = build.run(draft, "-N");
    assertThat(missing.log())
        .contains("Say from which document: -Dcalm.anchor.document=partner.wsdl");
    Outcome drafted =
        build.run(
            draft,
            "-pl",
            "desk",
            "-Dcalm.anchor.document=" + partner.resolve("pilots.wsdl").toAbsolutePath(),
            "-Dcalm.anchor.package=harbor.pilots");
    assertThat(drafted.isSuccess()).as(drafted.log()).isTrue();
    assertThat(build.has("desk/src/main/java/harbor/pilots")).isTrue();
  }

  @Test
  void aServiceForATableIsDraftedWithTheDriverOfTheProject() throws Exception {
    Build build = Build.of("berths", folder);
    build.edit(
        "pom.xml",
        "<dependencies>",
        "<dependencies><dependency><groupId>com.h2database</groupId><artifactId>h2</artifactId>"
            + "<version>"
            + System.getProperty("calm.anchor.h2")
            + "</version></dependency>");
    String draft =
        "org.calmanchor:calm-anchor-maven-plugin:%s:draft-table"
            .formatted(System.getProperty("calm.anchor.version"));
    Outcome drafted =
        build.run(
            draft,
            "-Dcalm.anchor.database=jdbc:h2:mem:harbor;INIT=create table boat"
                + " (id int primary key, name varchar(20))",
            "-Dcalm.anchor.tables=boat",
            "-Dcalm.anchor.namespace=urn:lanternquay:data",
            "-Dcalm.anchor.package=harbor.data");
    assertThat(drafted.isSuccess()).as(drafted.log()).isTrue();
    assertThat(build.has("src/main/java/harbor/data/BoatTable.java")).as(drafted.log()).isTrue();

    assertThat(build.run(draft).log())
        .contains("Say from which database: -Dcalm.anchor.database=jdbc:h2:./harbor");
  }
}
