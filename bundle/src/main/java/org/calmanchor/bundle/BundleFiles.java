package org.calmanchor.bundle;

import java.io.BufferedOutputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.OutputStream;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.time.LocalDateTime;
import java.util.Map;
import java.util.jar.Attributes;
import java.util.jar.JarEntry;
import java.util.jar.JarOutputStream;
import java.util.jar.Manifest;
import org.calmanchor.configuration.Configuration;
import org.calmanchor.configuration.PlainLines;

/** What all kinds of bundles have in common. */
final class BundleFiles {
  static final String MAIN = "org.calmanchor.launch.Main";
  static final String ARCHIVE = "org.calmanchor.launch.ClassArchive";
  private static final String FOLDER = "META-INF/calm-anchor/";

  private static final int BUFFER = 1 << 16;

  /** The same input gives the same bytes. */
  private static final LocalDateTime TIME = LocalDateTime.of(2000, 1, 1, 0, 0);

  private BundleFiles() {}

  /** Adds what the launcher reads, and settings of the log if the application has none. */
  static void describe(Application application, boolean hasOwnLog, MergedEntries entries) {
    if (!application.services().isEmpty()) {
      entries.put(FOLDER + "services", String.join("\n", application.services()) + "\n");
    }
    if (!application.configuration().isEmpty()) {
      entries.put(FOLDER + Configuration.FILE, application.configuration());
      entries.put(
          FOLDER + "settings",
          PlainLines.of(Path.of(Configuration.FILE), application.configuration()));
    }
    if (!hasOwnLog && !entries.all().containsKey("simplelogger.properties")) {
      entries.put(
          "simplelogger.properties",
          """
          org.slf4j.simpleLogger.defaultLogLevel=warn
          org.slf4j.simpleLogger.log.org.calmanchor=info
          org.slf4j.simpleLogger.showDateTime=true
          org.slf4j.simpleLogger.dateTimeFormat=yyyy-MM-dd'T'HH:mm:ssXXX
          org.slf4j.simpleLogger.showThreadName=false
          org.slf4j.simpleLogger.showShortLogName=true
          """);
    }
  }

  /** Writes a jar beside its place first, so that nobody finds a half of it. */
  static void writeJar(
      Path file, Application application, MergedEntries entries, boolean isRunnable) {
    try {
      Path next = file.resolveSibling("." + file.getFileName() + ".new");
      try {
        try (OutputStream out = new BufferedOutputStream(Files.newOutputStream(next), BUFFER)) {
          write(out, manifest(application, entries, isRunnable), entries.all());
        }
        Files.move(next, file, StandardCopyOption.REPLACE_EXISTING);
      } finally {
        Files.deleteIfExists(next);
      }
    } catch (IOException unwritable) {
      throw new BundleException(
          file + " cannot be written: " + unwritable.getMessage(), unwritable);
    }
  }

  /** The bytes of a jar that goes into another one. */
  static byte[] jarBytes(Application application, MergedEntries entries) throws IOException {
    ByteArrayOutputStream bytes = new ByteArrayOutputStream();
    write(bytes, manifest(application, entries, false), entries.all());
    return bytes.toByteArray();
  }

  private static Manifest manifest(
      Application application, MergedEntries entries, boolean isRunnable) {
    Manifest manifest = new Manifest();
    Attributes main = manifest.getMainAttributes();
    main.put(Attributes.Name.MANIFEST_VERSION, "1.0");
    main.put(Attributes.Name.IMPLEMENTATION_TITLE, application.name());
    if (!application.version().isEmpty()) {
      main.put(Attributes.Name.IMPLEMENTATION_VERSION, application.version());
    }
    if (isRunnable) {
      main.put(Attributes.Name.MAIN_CLASS, MAIN);
    }
    if (entries.hasVersions()) {
      main.put(Attributes.Name.MULTI_RELEASE, "true");
    }
    return manifest;
  }

  private static void write(OutputStream out, Manifest manifest, Map<String, byte[]> entries)
      throws IOException {
    try (JarOutputStream jar = new JarOutputStream(out)) {
      jar.putNextEntry(entry("META-INF/MANIFEST.MF"));
      manifest.write(jar);
      jar.closeEntry();
      for (Map.Entry<String, byte[]> each : entries.entrySet()) {
        jar.putNextEntry(entry(each.getKey()));
        jar.write(each.getValue());
        jar.closeEntry();
      }
    }
  }

  private static JarEntry entry(String name) {
    JarEntry entry = new JarEntry(name);
    entry.setTimeLocal(TIME);
    return entry;
  }

  /** Adds the contents of a folder or a jar. */
  static void addAll(MergedEntries entries, Path root) {
    try {
      entries.addAll(root);
    } catch (IOException unreadable) {
      throw new BundleException(root + " cannot be read: " + unreadable.getMessage(), unreadable);
    } catch (UncheckedIOException unreadable) {
      throw new BundleException(root + " cannot be read: " + unreadable.getMessage(), unreadable);
    }
  }
}
