package org.calmanchor.wire;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import org.calmanchor.bundle.Application;
import org.calmanchor.bundle.BundleKind;

/** The services under test in bundles. */
final class Bundles {
  private static final ClassLoader LOADER = Bundles.class.getClassLoader();

  private Bundles() {}

  /** Writes a runnable jar with the configuration in a folder. */
  static Path jar(Path folder) throws IOException {
    Path file = folder.resolve("signals.jar");
    BundleKind.JAR.write(application(folder), file, LOADER);
    return file;
  }

  /** Writes a WAR with the configuration in a folder. */
  static Path war(Path folder) throws IOException {
    Path file = folder.resolve("signals.war");
    BundleKind.WAR.write(application(folder), file, LOADER);
    return file;
  }

  private static Application application(Path folder) throws IOException {
    return new Application(
        "signals",
        "2.0",
        List.of(Path.of("target", "classes")),
        List.of(),
        Files.readString(folder.resolve("calm-anchor.yaml")));
  }
}
