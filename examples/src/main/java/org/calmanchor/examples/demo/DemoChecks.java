package org.calmanchor.examples.demo;

import java.io.FileNotFoundException;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import org.calmanchor.examples.harbor.BerthDesk;

/** The checks of the demo's services. */
final class DemoChecks {
  private static final List<String> FILES = List.of("berth-desk.yaml", "tide-table.yaml");

  private DemoChecks() {}

  /** Copies the checks into a new folder, where the test page can add others. */
  static Path copied() {
    try {
      Path folder = Files.createTempDirectory("lantern-quay-checks-");
      for (String file : FILES) {
        try (InputStream in = BerthDesk.class.getResourceAsStream("checks/" + file)) {
          if (in == null) {
            throw new FileNotFoundException("the example lacks its file " + file);
          }
          Files.copy(in, folder.resolve(file));
        }
      }
      return folder;
    } catch (IOException failed) {
      throw new UncheckedIOException(failed);
    }
  }
}
