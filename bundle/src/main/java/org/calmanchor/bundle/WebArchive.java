package org.calmanchor.bundle;

import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Objects;

/** A WAR with everything, for any container of Jakarta Servlet 6. */
final class WebArchive {
  private static final String LIBRARIES = "WEB-INF/lib/";
  private static final String DESCRIPTOR = "WEB-INF/web.xml";

  private WebArchive() {}

  /**
   * Writes the WAR; what is there is replaced.
   *
   * @param loader has Calm Anchor and its libraries
   * @throws BundleException when something cannot be read or written
   */
  static Bundled write(Application application, Path file, ClassLoader loader) {
    ClassPathParts parts = ClassPathParts.of(application, loader, RuntimeParts.Place.CONTAINER);
    MergedEntries classes = parts.folders();
    BundleFiles.describe(application, parts.hasOwnLog(), classes);
    MergedEntries entries = new MergedEntries();
    try {
      // A jar of its own, because its manifest tells the version to those who ask for it.
      entries.put(
          LIBRARIES + application.name() + "-classes.jar",
          BundleFiles.jarBytes(application, classes));
      for (Map.Entry<String, Path> jar : parts.jars().entrySet()) {
        entries.put(LIBRARIES + jar.getKey(), Files.readAllBytes(jar.getValue()));
      }
      entries.put(DESCRIPTOR, descriptor(application));
    } catch (IOException unreadable) {
      throw new BundleException("A library cannot be read: " + unreadable.getMessage(), unreadable);
    }
    BundleFiles.writeJar(file, application, entries, false);
    List<String> notes = new ArrayList<>(parts.notes());
    notes.addAll(classes.notes());
    return new Bundled(List.of(file), notes);
  }

  private static String descriptor(Application application) throws IOException {
    try (InputStream in = WebArchive.class.getResourceAsStream("web.xml")) {
      String text =
          new String(Objects.requireNonNull(in, "web.xml").readAllBytes(), StandardCharsets.UTF_8);
      return text.replace("@NAME@", application.name());
    }
  }
}
