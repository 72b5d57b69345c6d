package org.calmanchor.maven;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Path;
import org.calmanchor.maven.Build.Outcome;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** A build of several modules: a contract, its service, and a module without services. */
class ModulesIT {
  @TempDir private Path folder;

  @Test
  void eachModuleHasTheServicesOfItsOwn() throws Exception {
    Build build = Build.of("harbor", folder);
    Outcome outcome = build.run("verify", "-T", "2");
    assertThat(outcome.isSuccess()).as(outcome.log()).isTrue();
    assertThat(outcome.log())
        .contains("harbor.BoatList: conforms to")
        .contains("harbor.KnownBoats: conforms to")
        .contains("ok      one boat is longer than ten metres")
        .contains("There is no class with @PortType in this project.");
    // Javadoc of the interface's module reaches the documents of the service's module.
    for (String module : new String[] {"contract", "desk"}) {
      assertThat(build.text(module + "/target/calm-anchor/wsdl/BoatList.wsdl"))
          .contains("Boats of at least a length.")
          .contains("in metres");
    }
    assertThat(build.has("picture/target/calm-anchor")).isFalse();
  }

  @Test
  void problemsFailTheBuildWithoutTheAnnotationProcessorToo() throws Exception {
    Build build = Build.of("harbor", folder);
    build.edit("pom.xml", "<annotationProcessorPaths>", "<proc>none</proc><!--");
    build.edit("pom.xml", "</annotationProcessorPaths>", "-->");
    build.edit(
        "contract/src/main/java/harbor/BoatList.java",
        "List<Boat> longerThan(double length);",
        "List<Boat> longerThan(double length); @Operation Thread watch();");
    Outcome outcome = build.run("process-classes", "-pl", "contract");
    assertThat(outcome.isSuccess()).as(outcome.log()).isFalse();
    assertThat(outcome.log()).contains("CALM-").contains("BoatList").contains("Thread");
  }
}
