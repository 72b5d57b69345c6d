package org.calmanchor.bundle;

import java.io.File;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.lang.module.FindException;
import java.lang.module.ModuleFinder;
import java.net.URISyntaxException;
import java.net.URL;
import java.net.URLClassLoader;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.regex.Pattern;
import org.jspecify.annotations.Nullable;

/**
 * The jars of Calm Anchor and its libraries that a bundle needs, found on the class path of the
 * program that bundles: each is a module with a name.
 */
final class RuntimeParts {
  private static final Pattern MODULE = Pattern.compile(" -- module ([\\w.]+)");

  /** Binds the log; left out if the application has a binding of its own. */
  static final String LOG = "org.slf4j.simple";

  private RuntimeParts() {}

  /** What the services of a bundle run on. */
  enum Place {
    /** A server of their own. */
    OWN_SERVER("launch"),
    /** A servlet container. */
    CONTAINER("servlet");

    private final String name;

    Place(String name) {
      this.name = name;
    }

    /** The module that the others are for. */
    String module() {
      return "org.calmanchor." + name;
    }

    /** The list of the other modules, which its build has written. */
    String list() {
      return "META-INF/calm-anchor/" + name + "-parts.txt";
    }
  }

  /**
   * The parts by the names of their modules.
   *
   * @throws BundleException when one is missing
   */
  static Map<String, Path> find(ClassLoader loader, Place place) {
    Map<String, Path> there = new LinkedHashMap<>();
    for (Path root : roots(loader)) {
      String name = moduleOf(root);
      if (name != null) {
        there.putIfAbsent(name, root);
      }
    }
    Map<String, Path> parts = new LinkedHashMap<>();
    for (String name : names(loader, place)) {
      Path part = there.get(name);
      if (part == null) {
        throw new BundleException(
            "A bundle needs the library "
                + name
                + ", which is not on the class path of this program.");
      }
      parts.put(name, part);
    }
    return parts;
  }

  /** The name of the module in a jar or a folder; null if it has none. */
  static @Nullable String moduleOf(Path root) {
    try {
      return ModuleFinder.of(root).findAll().stream()
          .map(each -> each.descriptor().name())
          .findFirst()
          .orElse(null);
    } catch (FindException noModule) {
      return null;
    }
  }

  private static List<String> names(ClassLoader loader, Place place) {
    List<String> names = new ArrayList<>(List.of(place.module(), LOG));
    try (InputStream list = loader.getResourceAsStream(place.list())) {
      String text =
          new String(
              Objects.requireNonNull(list, place.list()).readAllBytes(), StandardCharsets.UTF_8);
      MODULE.matcher(text).results().map(found -> found.group(1)).forEach(names::add);
      return names;
    } catch (IOException unreadable) {
      throw new UncheckedIOException(unreadable);
    }
  }

  private static List<Path> roots(ClassLoader loader) {
    List<Path> roots = new ArrayList<>();
    for (ClassLoader each = loader; each != null; each = each.getParent()) {
      if (each instanceof URLClassLoader urls) {
        Arrays.stream(urls.getURLs()).map(RuntimeParts::pathOf).forEach(roots::add);
      }
    }
    for (String path : List.of("java.class.path", "jdk.module.path")) {
      Arrays.stream(System.getProperty(path, "").split(File.pathSeparator, -1))
          .filter(entry -> !entry.isEmpty())
          .map(Path::of)
          .forEach(roots::add);
    }
    roots.removeIf(root -> !Files.exists(root));
    return roots;
  }

  private static Path pathOf(URL url) {
    try {
      return Path.of(url.toURI());
    } catch (URISyntaxException malformed) {
      throw new BundleException("The class path of this program has " + url + ".", malformed);
    }
  }
}
