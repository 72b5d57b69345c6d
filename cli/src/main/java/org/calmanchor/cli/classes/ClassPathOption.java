package org.calmanchor.cli.classes;

import java.lang.ref.WeakReference;
import java.nio.file.Files;
import java.nio.file.Path;
import org.calmanchor.cli.terminal.CommandException;
import org.jspecify.annotations.Nullable;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.Spec;

/** The option that says where the user's classes are. */
public final class ClassPathOption {
  @Spec(Spec.Target.MIXEE)
  private CommandSpec spec = CommandSpec.create();

  @Option(
      names = {"--classpath", "-cp"},
      paramLabel = "PATH",
      description = {
        "Folders and jars, separated by '${sys:path.separator}'; folder/* means all"
            + " jars in it.",
        "Default: target/classes with the libraries in pom.xml; build/classes/java/main; or the"
            + " current folder."
      })
  private @Nullable String classPath;

  /** Not held: whoever serves classes may have to let them go. */
  private WeakReference<UserClasses> classes = new WeakReference<>(null);

  /** Creates the option, for the command line. */
  public ClassPathOption() {}

  /**
   * The class {@code name}.
   *
   * @throws CommandException when there is none; it says where was looked, and what is there
   */
  public Class<?> named(String name) {
    return classes().named(name);
  }

  /**
   * The classes, by one loader for all of them.
   *
   * @throws CommandException when an entry of the class path is not there
   */
  public UserClasses classes() {
    UserClasses known = classes.get();
    if (known == null) {
      known = find();
      classes = new WeakReference<>(known);
    }
    return known;
  }

  /**
   * The same for a project that may not be compiled yet: then it is only the libraries.
   *
   * @throws CommandException when an entry of the class path is not there
   */
  public UserClasses classesOrLibraries() {
    boolean isNew =
        classPath == null
            && !Files.isDirectory(Path.of("target", "classes"))
            && Files.isRegularFile(Path.of("pom.xml"));
    return isNew
        ? UserClasses.on(
            new MavenProject(Path.of(""), spec.commandLine().getErr()).libraries(), false)
        : classes();
  }

  private UserClasses find() {
    if (classPath != null) {
      return UserClasses.on(classPath, true);
    }
    Path maven = Path.of("target", "classes");
    if (Files.isDirectory(maven)) {
      return UserClasses.on(
          new MavenProject(Path.of(""), spec.commandLine().getErr()).classPath(maven), false);
    }
    Path gradle = Path.of("build", "classes", "java", "main");
    return UserClasses.on(Files.isDirectory(gradle) ? gradle.toString() : ".", false);
  }
}
