package org.calmanchor.bundle;

import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.nio.file.attribute.PosixFilePermissions;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.stream.Stream;

/**
 * A folder with a start script, the jars, a configuration and a unit for systemd. Its first start
 * makes an archive of classes in the background, by which later ones are faster.
 */
final class RunnableFolder {
  private static final String EMPTY_CONFIGURATION =
      """
      # The settings of %s. All of them: bin/%s --help
      # port: 8443
      # bind: 0.0.0.0
      # public-url: https://harbor.example
      """;

  private final Application application;
  private final Path folder;
  private final ClassPathParts parts;
  private final List<String> notes = new ArrayList<>();

  private RunnableFolder(Application application, Path folder, ClassLoader loader) {
    this.application = application;
    this.folder = folder;
    this.parts = ClassPathParts.of(application, loader, RuntimeParts.Place.OWN_SERVER);
  }

  /**
   * Writes the folder. Files of an earlier bundle are replaced, but not its configuration.
   *
   * @param loader has Calm Anchor and its libraries
   * @throws BundleException when something cannot be read or written
   */
  static Bundled write(Application application, Path folder, ClassLoader loader) {
    return new RunnableFolder(application, folder, loader).written();
  }

  private Bundled written() {
    List<Path> written = new ArrayList<>();
    try {
      Path libraries = folder.resolve("lib");
      Files.createDirectories(libraries);
      List<String> jars = new ArrayList<>();
      for (Map.Entry<String, Path> jar : parts.jars().entrySet()) {
        Files.copy(
            jar.getValue(), libraries.resolve(jar.getKey()), StandardCopyOption.REPLACE_EXISTING);
        jars.add(jar.getKey());
      }
      jars.add(0, writeApplicationJar(libraries));
      removeOthers(libraries, jars);
      written.add(libraries);
      written.add(writeScript(jars));
      written.add(writeConfiguration());
      Path unit = folder.resolve(application.name() + ".service");
      written.add(Files.writeString(unit, filled("unit.service", jars)));
    } catch (IOException unwritable) {
      throw new BundleException(
          folder + " cannot be written: " + unwritable.getMessage(), unwritable);
    }
    notes.addAll(0, parts.notes());
    return new Bundled(written, notes);
  }

  /** Everything that is not in a jar yet. */
  private String writeApplicationJar(Path libraries) {
    MergedEntries entries = parts.folders();
    Application withoutFile =
        new Application(
            application.name(),
            application.version(),
            application.classPath(),
            application.services(),
            "");
    BundleFiles.describe(withoutFile, parts.hasOwnLog(), entries);
    String name = application.name() + "-classes.jar";
    BundleFiles.writeJar(libraries.resolve(name), application, entries, false);
    notes.addAll(entries.notes());
    return name;
  }

  /** Removes jars of an earlier bundle, which nobody would find on the class path anyway. */
  private static void removeOthers(Path libraries, List<String> jars) throws IOException {
    try (Stream<Path> all = Files.list(libraries)) {
      for (Path each : all.toList()) {
        String name = each.getFileName().toString();
        if (name.endsWith(".jar") && !jars.contains(name)) {
          Files.delete(each);
        }
      }
    }
  }

  private Path writeScript(List<String> jars) throws IOException {
    Path script = Files.createDirectories(folder.resolve("bin")).resolve(application.name());
    Files.writeString(script, filled("start.sh", jars));
    if (Files.getFileStore(script).supportsFileAttributeView("posix")) {
      Files.setPosixFilePermissions(script, PosixFilePermissions.fromString("rwxr-xr-x"));
    }
    return script;
  }

  private Path writeConfiguration() throws IOException {
    Path file = Files.createDirectories(folder.resolve("conf")).resolve("calm-anchor.yaml");
    if (Files.exists(file)) {
      notes.add(file + " is as it was.");
      return file;
    }
    String name = application.name();
    return Files.writeString(
        file,
        application.configuration().isEmpty()
            ? EMPTY_CONFIGURATION.formatted(name, name)
            : application.configuration());
  }

  private String filled(String template, List<String> jars) throws IOException {
    try (InputStream in = RunnableFolder.class.getResourceAsStream(template)) {
      String text =
          new String(Objects.requireNonNull(in, template).readAllBytes(), StandardCharsets.UTF_8);
      return text.replace("@NAME@", application.name())
          .replace("@TITLE@", (application.name() + " " + application.version()).strip())
          .replace("@FOLDER@", folder.toAbsolutePath().normalize().toString())
          .replace("@JARS@", String.join(" ", jars))
          .replace("@MAIN@", BundleFiles.MAIN)
          .replace("@ARCHIVE@", BundleFiles.ARCHIVE);
    }
  }
}
