package org.calmanchor.bundle;

import java.nio.file.Path;
import java.util.List;

/**
 * What is bundled. Immutable.
 *
 * @param name of the application: letters, digits, hyphens, dots
 * @param version of the application; may be empty
 * @param classPath folders of classes and jars, in the order in which they count
 * @param services classes, or paths, = and classes; each is a line of its own in the bundle
 * @param configuration the text of calm-anchor.yaml; empty for none
 */
public record Application(
    String name,
    String version,
    List<Path> classPath,
    List<String> services,
    String configuration) {
  /** Checks the name, and copies the lists. */
  public Application {
    if (!name.matches("[A-Za-z0-9][A-Za-z0-9._-]*")) {
      throw new BundleException(
          "The name of a bundle has letters, digits, hyphens and dots, not \"" + name + "\".");
    }
    classPath = List.copyOf(classPath);
    services = List.copyOf(services);
  }
}
