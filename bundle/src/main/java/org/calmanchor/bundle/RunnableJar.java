package org.calmanchor.bundle;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;

/** One jar with everything: {@code java -jar harbor.jar} starts it. */
final class RunnableJar {
  private RunnableJar() {}

  /**
   * Writes the jar; what is there is replaced.
   *
   * @param loader has Calm Anchor and its libraries
   * @throws BundleException when something cannot be read or written
   */
  static Bundled write(Application application, Path file, ClassLoader loader) {
    ClassPathParts parts = ClassPathParts.of(application, loader, RuntimeParts.Place.OWN_SERVER);
    MergedEntries entries = new MergedEntries();
    parts.all().forEach(root -> BundleFiles.addAll(entries, root));
    BundleFiles.describe(application, parts.hasOwnLog(), entries);
    BundleFiles.writeJar(file, application, entries, true);
    List<String> notes = new ArrayList<>(parts.notes());
    notes.addAll(entries.notes());
    return new Bundled(List.of(file), notes);
  }
}
