package org.calmanchor.cli.classes;

import java.io.IOException;
import java.net.MalformedURLException;
import java.net.URL;
import java.net.URLClassLoader;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Collections;
import java.util.Enumeration;
import java.util.List;

/**
 * Loads the classes of a project with the libraries that the project chose. What the tool brings
 * for itself is used only if the project does not have it; so the tool's versions of libraries do
 * not matter to the user's code. The exception is what both have to mean the same by: our own
 * classes, and the interfaces in their signatures.
 */
final class ProjectLoader extends URLClassLoader {
  private static final List<String> SHARED =
      List.of(
          "java.",
          "javax.",
          "jdk.",
          "org.slf4j.",
          "jakarta.validation.",
          "org.calmanchor.annotations.",
          "org.calmanchor.core.",
          "org.calmanchor.checks.",
          "org.calmanchor.client.",
          "org.calmanchor.web.",
          "org.calmanchor.host.",
          "org.calmanchor.standin.");

  static {
    registerAsParallelCapable();
  }

  /** Creates a loader for folders and jars, in the order in which they are searched. */
  ProjectLoader(List<Path> entries, ClassLoader tool) {
    super(entries.stream().map(ProjectLoader::url).toArray(URL[]::new), tool);
  }

  private static URL url(Path entry) {
    try {
      return entry.toUri().toURL();
    } catch (MalformedURLException impossible) {
      throw new IllegalArgumentException(entry + " cannot be read as a path", impossible);
    }
  }

  @Override
  protected Class<?> loadClass(String name, boolean resolve) throws ClassNotFoundException {
    if (SHARED.stream().anyMatch(name::startsWith)) {
      return super.loadClass(name, resolve);
    }
    synchronized (getClassLoadingLock(name)) {
      Class<?> loaded = findLoadedClass(name);
      if (loaded == null) {
        loaded = findOrDelegate(name);
      }
      if (resolve) {
        resolveClass(loaded);
      }
      return loaded;
    }
  }

  private Class<?> findOrDelegate(String name) throws ClassNotFoundException {
    try {
      return findClass(name);
    } catch (ClassNotFoundException notInProject) {
      return super.loadClass(name, false);
    }
  }

  @Override
  public URL getResource(String name) {
    URL own = findResource(name);
    return own == null ? super.getResource(name) : own;
  }

  @Override
  public Enumeration<URL> getResources(String name) throws IOException {
    List<URL> all = new ArrayList<>(Collections.list(findResources(name)));
    all.addAll(Collections.list(super.getResources(name)));
    return Collections.enumeration(all);
  }
}
