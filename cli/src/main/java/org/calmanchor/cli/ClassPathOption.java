package org.calmanchor.cli;

import java.nio.file.Files;
import java.nio.file.Path;
import org.jspecify.annotations.Nullable;
import picocli.CommandLine.Option;

/** The option that says where the user's classes are. */
public final class ClassPathOption {
  @Option(
      names = {"--classpath", "-cp"},
      paramLabel = "PATH",
      description = {
        "Folders and jars, separated by '${sys:path.separator}'; folder/* means all"
            + " jars in it.",
        "Default: target/classes, or the current folder if there is none."
      })
  private @Nullable String classPath;

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

  UserClasses classes() {
    if (classPath != null) {
      return UserClasses.on(classPath, true);
    }
    boolean isMaven = Files.isDirectory(Path.of("target/classes"));
    return UserClasses.on(isMaven ? "target/classes" : ".", false);
  }
}
