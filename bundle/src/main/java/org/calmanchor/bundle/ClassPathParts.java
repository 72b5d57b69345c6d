package org.calmanchor.bundle;

import java.io.IOException;
import java.nio.file.FileSystem;
import java.nio.file.FileSystems;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/**
 * The class path of a bundle: the application first, then what it needs to run.
 *
 * @param application folders and jars of the application that are not parts of the runtime
 * @param runtime the jars of Calm Anchor and its libraries
 * @param hasOwnLog whether the application binds the log
 * @param notes what a person should know
 */
record ClassPathParts(
    List<Path> application, List<Path> runtime, boolean hasOwnLog, List<String> notes) {
  /** The container has it, and does not want another one. */
  private static final String OF_CONTAINER = "jakarta.servlet";

  private static final String LOG_PROVIDER = "META-INF/services/org.slf4j.spi.SLF4JServiceProvider";

  static ClassPathParts of(Application application, ClassLoader loader, RuntimeParts.Place place) {
    Map<String, Path> runtime = new LinkedHashMap<>(RuntimeParts.find(loader, place));
    List<Path> own = new ArrayList<>();
    List<String> notes = new ArrayList<>();
    for (Path entry : application.classPath()) {
      if (!Files.exists(entry)) {
        continue;
      }
      String module = Files.isDirectory(entry) ? null : RuntimeParts.moduleOf(entry);
      Path part = module == null ? null : runtime.get(module);
      if (part == null && OF_CONTAINER.equals(module) && place == RuntimeParts.Place.CONTAINER) {
        continue;
      }
      if (part == null) {
        own.add(entry);
      } else if (Files.isRegularFile(part)
          && !part.getFileName().toString().equals(entry.getFileName().toString())) {
        notes.add(
            entry.getFileName()
                + " of the project is replaced by "
                + part.getFileName()
                + ", with which Calm Anchor was built.");
      }
    }
    boolean hasOwnLog = own.stream().anyMatch(ClassPathParts::bindsLog);
    if (hasOwnLog) {
      runtime.remove(RuntimeParts.LOG);
    }
    return new ClassPathParts(own, List.copyOf(runtime.values()), hasOwnLog, notes);
  }

  private static boolean bindsLog(Path root) {
    if (Files.isDirectory(root)) {
      return Files.exists(root.resolve(LOG_PROVIDER));
    }
    try (FileSystem jar = FileSystems.newFileSystem(root)) {
      return Files.exists(jar.getPath(LOG_PROVIDER));
    } catch (IOException unreadable) {
      throw new BundleException(root + " cannot be read: " + unreadable.getMessage(), unreadable);
    }
  }

  /** All of them, in the order in which they count. */
  List<Path> all() {
    List<Path> all = new ArrayList<>(application);
    all.addAll(runtime);
    return all;
  }

  /** The jars that are copied as they are, by the names that they get. */
  Map<String, Path> jars() {
    Map<String, Path> jars = new LinkedHashMap<>();
    for (Path root : all()) {
      if (Files.isRegularFile(root)) {
        String name = root.getFileName().toString();
        for (int i = 2; jars.containsKey(name); i++) {
          name = root.getFileName().toString().replaceFirst("(\\.jar)?$", "-" + i + ".jar");
        }
        jars.put(name, root);
      }
    }
    return jars;
  }

  /** The contents of the folders, merged. */
  MergedEntries folders() {
    MergedEntries entries = new MergedEntries();
    all().stream().filter(Files::isDirectory).forEach(root -> BundleFiles.addAll(entries, root));
    return entries;
  }
}
