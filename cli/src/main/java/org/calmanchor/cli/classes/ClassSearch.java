package org.calmanchor.cli.classes;

import java.io.IOException;
import java.lang.reflect.Modifier;
import java.net.URL;
import java.net.URLClassLoader;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.function.Predicate;
import java.util.stream.Stream;
import org.calmanchor.annotations.PortType;
import org.calmanchor.core.problem.NearMiss;
import org.jspecify.annotations.Nullable;

/** Finds classes in folders: services, and the class that a user probably meant. */
final class ClassSearch {
  private static final int MOST_FILES = 20_000;
  private static final String SUFFIX = ".class";

  /** How a class file names the annotation, in ASCII. */
  private static final String MARK = PortType.class.descriptorString();

  private final List<Path> folders;
  private final boolean isChosen;

  /**
   * Creates a search in the folders among {@code entries}.
   *
   * @param isChosen whether the user gave them
   */
  ClassSearch(List<Path> entries, boolean isChosen) {
    this.folders = entries.stream().filter(Files::isDirectory).toList();
    this.isChosen = isChosen;
  }

  /** A sentence that suggests what to write instead, after a space. */
  String suggestion(String name) throws IOException {
    String simple = name.substring(name.lastIndexOf('.') + 1);
    List<String> known = new ArrayList<>();
    for (Path folder : folders) {
      try (Stream<Path> files = Files.walk(folder)) {
        for (Path file : files.limit(MOST_FILES).filter(ClassSearch::isClass).toList()) {
          Path inside = folder.relativize(file);
          if (file.endsWith(simple + SUFFIX)) {
            String found = found(folder, inside);
            if (!found.isEmpty()) {
              return found;
            }
          }
          known.add(nameOf(inside));
        }
      }
    }
    String near = NearMiss.of(name, known, "");
    if (!near.isEmpty()) {
      return " " + near;
    }
    return isChosen
        ? " Compile it first; --classpath names the folder of its package's outermost folder."
        : " Compile it first, and say where its classes are: --classpath FOLDER.";
  }

  /**
   * The classes that can be served: those with {@code @PortType}, and those that extend or
   * implement something that has it. In the order of their names.
   */
  List<Class<?>> services(ClassLoader loader) throws IOException {
    return classes(loader, ClassSearch::isService);
  }

  /** Services, and what else has {@code @PortType} and is none of theirs. */
  List<Class<?>> contracts(ClassLoader loader) throws IOException {
    List<Class<?>> services = services(loader);
    return classes(
        loader,
        type ->
            services.contains(type)
                || (type.isAnnotationPresent(PortType.class)
                    && services.stream().noneMatch(type::isAssignableFrom)));
  }

  private List<Class<?>> classes(ClassLoader loader, Predicate<Class<?>> isWanted)
      throws IOException {
    List<Class<?>> found = new ArrayList<>();
    for (Path folder : folders) {
      try (Stream<Path> files = Files.walk(folder)) {
        for (Path file : files.limit(MOST_FILES).filter(ClassSearch::isClass).sorted().toList()) {
          Class<?> type = loaded(file, nameOf(folder.relativize(file)), loader);
          if (type != null && isWanted.test(type)) {
            found.add(type);
          }
        }
      }
    }
    return found;
  }

  /**
   * Loads a class; null if its package begins elsewhere, or if it cannot be loaded and is no
   * service: build folders have such classes, for libraries that only a server has.
   */
  private static @Nullable Class<?> loaded(Path file, String name, ClassLoader loader)
      throws IOException {
    try {
      return Class.forName(name, false, loader);
    } catch (ClassNotFoundException elsewhere) {
      return null;
    } catch (LinkageError unusable) {
      if (hasMark(file) && !isElsewhere(unusable)) {
        throw UnusableClass.problem(name, unusable);
      }
      return null;
    }
  }

  private static boolean hasMark(Path file) throws IOException {
    return new String(Files.readAllBytes(file), StandardCharsets.ISO_8859_1).contains(MARK);
  }

  private static boolean isElsewhere(LinkageError error) {
    return String.valueOf(error.getMessage()).contains("wrong name");
  }

  /** A sentence about a service whose package begins deeper in a folder, after a space. */
  Optional<String> misplacedService() throws IOException {
    for (Path folder : folders) {
      try (Stream<Path> files = Files.walk(folder)) {
        for (Path file : files.limit(MOST_FILES).filter(ClassSearch::isClass).sorted().toList()) {
          String found = hasMark(file) ? found(folder, folder.relativize(file)) : "";
          if (!found.isEmpty()) {
            return Optional.of(found);
          }
        }
      }
    }
    return Optional.empty();
  }

  private static boolean isService(Class<?> type) {
    boolean isConcrete = !type.isInterface() && !Modifier.isAbstract(type.getModifiers());
    return isConcrete && !type.isAnonymousClass() && isMarked(type);
  }

  private static boolean isMarked(Class<?> type) {
    Class<?> above = type.getSuperclass();
    return type.isAnnotationPresent(PortType.class)
        || (above != null && isMarked(above))
        || Arrays.stream(type.getInterfaces()).anyMatch(ClassSearch::isMarked);
  }

  private static boolean isClass(Path file) {
    return file.toString().endsWith(SUFFIX);
  }

  private static String nameOf(Path inside) {
    String path = inside.toString();
    return path.substring(0, path.length() - SUFFIX.length())
        .replace(inside.getFileSystem().getSeparator(), ".");
  }

  /** The name of the class in a file, wherever its package begins; empty if it is none. */
  private static String found(Path folder, Path inside) {
    for (int i = 0; i < inside.getNameCount(); i++) {
      Path root = i == 0 ? folder : folder.resolve(inside.subpath(0, i));
      String name = nameOf(inside.subpath(i, inside.getNameCount()));
      if (isLoadable(root, name)) {
        return " Did you mean "
            + name
            + (i == 0 ? "?" : ", with --classpath " + root.normalize() + "?");
      }
    }
    return "";
  }

  private static boolean isLoadable(Path root, String name) {
    try (URLClassLoader loader =
        new URLClassLoader(new URL[] {root.toUri().toURL()}, ClassSearch.class.getClassLoader())) {
      return Class.forName(name, false, loader).getName().equals(name);
    } catch (ClassNotFoundException | LinkageError | IOException other) {
      // The package begins in a subfolder.
      return false;
    }
  }
}
