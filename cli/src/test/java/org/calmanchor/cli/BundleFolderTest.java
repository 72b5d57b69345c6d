package org.calmanchor.cli;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.stream.Stream;
import org.calmanchor.testing.Await;
import org.calmanchor.testing.Tool;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** A folder that is bundled. */
final class BundleFolderTest {
  @TempDir private Path folder;

  @Test
  void aFolderRunsByItsScriptAndStartsFasterFromItsArchive() throws Exception {
    BundledGate.project(folder);
    assertThat(Tool.run(folder, "bundle", "--folder", "gate", "--release", "1.4.2").err())
        .isEmpty();
    String script = folder.resolve("gate/bin/gate").toString();
    assertThat(BundledGate.calls(folder, List.of(script))).endsWith("Stopped.\n");
    Await.untilAsserted("the archive is there", () -> assertThat(archives()).hasSize(1));
    assertThat(BundledGate.calls(folder, List.of(script, "--drain-time=0s")))
        .endsWith("Stopped.\n");
  }

  private List<Path> archives() throws Exception {
    Path cache = folder.resolve("cache/gate");
    if (!Files.isDirectory(cache)) {
      return List.of();
    }
    try (Stream<Path> files = Files.list(cache)) {
      return files.filter(file -> file.toString().endsWith(".jsa")).toList();
    }
  }
}
