package org.calmanchor.bundle;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Enumeration;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.jar.JarEntry;
import java.util.jar.JarFile;
import java.util.regex.Pattern;
import java.util.stream.Stream;

/**
 * The entries of one jar that has the contents of many: of two files with one name the first one
 * counts, except that lists of services are joined and licenses are kept apart. Signatures and
 * module descriptors are left out, since they describe the single jars.
 */
final class MergedEntries {
  private static final Pattern LEFT_OUT =
      Pattern.compile(
          "META-INF/(MANIFEST\\.MF|INDEX\\.LIST|[^/]+\\.(SF|RSA|DSA|EC)|calm-anchor/\\w+-parts\\.txt)"
              + "|(META-INF/versions/\\d+/)?module-info\\.class");
  private static final Pattern LICENSE =
      Pattern.compile("(?i)(META-INF/)?(LICEN[SC]E|NOTICE|DEPENDENCIES)[^/]*");
  private static final String SERVICES = "META-INF/services/";
  private static final String OF_VERSIONS = "META-INF/versions/";

  private final Map<String, byte[]> entries = new TreeMap<>();
  private final Map<String, String> owners = new LinkedHashMap<>();
  private final Map<String, Integer> doubled = new LinkedHashMap<>();

  /** Adds all files of a folder or a jar. */
  void addAll(Path root) throws IOException {
    String owner = root.getFileName().toString();
    if (Files.isDirectory(root)) {
      addFolder(root, owner);
    } else {
      addJar(root, owner);
    }
  }

  private void addFolder(Path root, String owner) throws IOException {
    List<Path> files;
    try (Stream<Path> all = Files.walk(root)) {
      files = all.filter(Files::isRegularFile).sorted().toList();
    }
    for (Path file : files) {
      String name = root.relativize(file).toString().replace('\\', '/');
      add(name, Files.readAllBytes(file), owner);
    }
  }

  private void addJar(Path jar, String owner) throws IOException {
    try (JarFile file = new JarFile(jar.toFile(), false)) {
      Enumeration<JarEntry> all = file.entries();
      while (all.hasMoreElements()) {
        JarEntry entry = all.nextElement();
        if (!entry.isDirectory()) {
          try (InputStream in = file.getInputStream(entry)) {
            add(entry.getName(), in.readAllBytes(), owner);
          }
        }
      }
    }
  }

  /** Adds a file as it is. */
  void put(String name, byte[] content) {
    entries.put(name, content);
  }

  /** Adds a file of the bundle itself, which replaces every other one. */
  void put(String name, String text) {
    entries.put(name, text.getBytes(StandardCharsets.UTF_8));
  }

  private void add(String name, byte[] content, String owner) {
    if (LEFT_OUT.matcher(name).matches()) {
      return;
    }
    if (LICENSE.matcher(name).matches()) {
      String base = name.substring(name.lastIndexOf('/') + 1);
      entries.put("META-INF/licenses/" + owner + "/" + base, content);
      return;
    }
    byte[] former = entries.get(name);
    if (former == null) {
      entries.put(name, content);
      owners.put(name, owner);
    } else if (name.startsWith(SERVICES)) {
      entries.put(name, joined(former, content));
    } else if (name.endsWith(".class") && !Arrays.equals(former, content)) {
      doubled.merge(owners.get(name) + " and " + owner, 1, Integer::sum);
    }
  }

  private static byte[] joined(byte[] first, byte[] second) {
    ByteArrayOutputStream both = new ByteArrayOutputStream();
    both.writeBytes(first);
    both.write('\n');
    both.writeBytes(second);
    return both.toByteArray();
  }

  /** The contents by their names, in the order of the names. */
  Map<String, byte[]> all() {
    return entries;
  }

  /** Whether some classes are for newer versions of Java only. */
  boolean hasVersions() {
    return entries.keySet().stream().anyMatch(name -> name.startsWith(OF_VERSIONS));
  }

  /** Which jars have different classes of one name. */
  List<String> notes() {
    List<String> notes = new ArrayList<>();
    doubled.forEach(
        (jars, count) ->
            notes.add(
                jars
                    + " both have "
                    + count
                    + (count == 1 ? " class" : " classes")
                    + " of the same name; the first jar counts."));
    return notes;
  }
}
