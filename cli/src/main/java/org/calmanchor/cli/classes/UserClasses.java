package org.calmanchor.cli.classes;

import java.io.File;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.ServiceLoader;
import java.util.stream.Stream;
import org.calmanchor.cli.terminal.CommandException;

/** Loads the user's classes from the class path of a command. */
public final class UserClasses {
  private final List<Path> entries;
  private final boolean isChosen;
  private final List<Path> folders;
  private final ClassLoader libraries;
  private final ClassLoader loader;

  private UserClasses(
      List<Path> entries, boolean isChosen, List<Path> folders, ClassLoader libraries) {
    this.entries = entries;
    this.isChosen = isChosen;
    this.folders = folders;
    this.libraries = libraries;
    this.loader = new ProjectLoader(folders, libraries);
  }

  private static UserClasses of(List<Path> entries, boolean isChosen) {
    List<Path> folders = entries.stream().filter(Files::isDirectory).toList();
    List<Path> jars = entries.stream().filter(entry -> !folders.contains(entry)).toList();
    return new UserClasses(
        entries, isChosen, folders, new ProjectLoader(jars, UserClasses.class.getClassLoader()));
  }

  /** The folders and jars of the class path, in the order in which they count. */
  public List<Path> entries() {
    return entries;
  }

  /** The folders of the class path. */
  public List<Path> folders() {
    return folders;
  }

  /** Whether a folder of the class path has the file of a class. */
  public boolean hasFile(String name) {
    String file = name.replace('.', '/') + ".class";
    return folders.stream().anyMatch(folder -> Files.exists(folder.resolve(file)));
  }

  /** The classes as they are in the folders now; those of the jars stay the same. */
  public UserClasses reloaded() {
    return new UserClasses(entries, isChosen, folders, libraries);
  }

  /**
   * Creates a class loader for a class path of folders and jars; {@code folder/*} means every jar
   * in it.
   *
   * @param isChosen whether the user gave it
   * @throws CommandException when an entry is not there
   */
  public static UserClasses on(String classPath, boolean isChosen) {
    List<Path> entries = new ArrayList<>();
    for (String entry : classPath.split(File.pathSeparator, -1)) {
      if (entry.endsWith("*")) {
        entries.addAll(jarsIn(Path.of(entry.substring(0, entry.length() - 1))));
      } else if (!entry.isBlank()) {
        entries.add(Path.of(entry));
      }
    }
    for (Path entry : entries) {
      if (!Files.exists(entry)) {
        throw CommandException.usage(
            "--classpath: there is no "
                + entry
                + ". Give folders of classes and jars, separated by '"
                + File.pathSeparator
                + "'.");
      }
    }
    return of(List.copyOf(entries), isChosen);
  }

  private static List<Path> jarsIn(Path folder) {
    try (Stream<Path> files = Files.list(folder)) {
      return files.filter(file -> file.toString().endsWith(".jar")).sorted().toList();
    } catch (IOException unreadable) {
      throw CommandException.usage("--classpath: there is no folder " + folder + ".");
    }
  }

  /**
   * Loads the class with that name.
   *
   * @throws CommandException when there is none, or it cannot be loaded
   */
  public Class<?> named(String name) {
    try {
      return Class.forName(name, false, loader);
    } catch (ClassNotFoundException missing) {
      throw CommandException.usage(
          "There is no class " + name + " on the class path " + shown() + "." + suggestion(name));
    } catch (LinkageError unusable) {
      throw UnusableClass.problem(name, unusable);
    }
  }

  /** What the class path has of a service, such as JDBC drivers. */
  public <T> Iterable<T> providers(Class<T> service) {
    return ServiceLoader.load(service, loader);
  }

  /** Whether a class was loaded from this class path. */
  public boolean isOfProject(Class<?> type) {
    return type.getClassLoader() == loader || type.getClassLoader() == libraries;
  }

  /**
   * All classes in the folders that can be served.
   *
   * @throws CommandException when there is none, or the folders cannot be read
   */
  public List<Class<?>> services() {
    try {
      ClassSearch search = new ClassSearch(entries, isChosen);
      List<Class<?>> services = search.services(loader);
      if (!services.isEmpty()) {
        return services;
      }
      throw CommandException.usage(
          "There is no class with @PortType in "
              + (shown().equals(".") ? "this folder" : shown())
              + "."
              + search
                  .misplacedService()
                  .orElse(" Compile it first, or say where it is: --classpath FOLDER."));
    } catch (IOException unreadable) {
      throw CommandException.usage("The folders of classes cannot be read: " + shown() + ".");
    }
  }

  /**
   * The contracts in a folder of the class path: its services, and classes and interfaces with
   * {@code @PortType} that none of these extends or implements.
   *
   * @throws CommandException when the folder cannot be read
   */
  public List<Class<?>> contracts(Path folder) {
    try {
      return new ClassSearch(List.of(folder), isChosen).contracts(loader);
    } catch (IOException unreadable) {
      throw CommandException.usage("The folder of classes cannot be read: " + folder + ".");
    }
  }

  private String shown() {
    return String.join(File.pathSeparator, entries.stream().map(Path::toString).toList());
  }

  private String suggestion(String name) {
    try {
      return new ClassSearch(entries, isChosen).suggestion(name);
    } catch (IOException unreadable) {
      return " (The folders cannot be searched: " + unreadable.getMessage() + ")";
    }
  }
}
