package org.calmanchor.cli.classes;

import org.calmanchor.cli.terminal.CommandException;

/** Says why a class cannot be loaded. */
final class UnusableClass {
  private UnusableClass() {}

  /** The problem, and what to do. */
  static CommandException problem(String name, LinkageError error) {
    if (error instanceof UnsupportedClassVersionError) {
      return CommandException.problem(
          name
              + " was compiled for a newer Java than this one, "
              + System.getProperty("java.version")
              + ". Run with that Java (JAVA_HOME), or compile with --release "
              + Runtime.version().feature()
              + ".");
    }
    return CommandException.problem(
        error instanceof ClassFormatError
            ? "The file of " + name + " is damaged: " + error.getMessage() + ". Compile it again."
            : name
                + " cannot be loaded: "
                + error.getMessage()
                + " is missing or broken. Add what it needs to --classpath.");
  }
}
