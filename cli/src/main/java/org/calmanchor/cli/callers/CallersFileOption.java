package org.calmanchor.cli.callers;

import java.nio.file.Path;
import java.util.List;
import org.calmanchor.callers.CallersFileException;
import org.calmanchor.cli.terminal.CommandException;
import org.calmanchor.core.access.Access;
import org.calmanchor.core.access.Caller;
import picocli.CommandLine.Option;

/** The option for the file of callers, and what all its commands do alike. */
final class CallersFileOption {
  @Option(
      names = "--file",
      paramLabel = "FILE",
      defaultValue = "callers.yaml",
      description = "The file of callers. Default: ${DEFAULT-VALUE}.")
  private Path file = Path.of("callers.yaml");

  Path file() {
    return file;
  }

  /** Does something with the file; what is wrong with it ends the command. */
  void change(Runnable change) {
    try {
      change.run();
    } catch (CallersFileException wrong) {
      throw CommandException.problem(String.valueOf(wrong.getMessage()));
    }
  }

  /**
   * A caller of these roles.
   *
   * @throws CommandException when the name or a role cannot be one
   */
  static Caller caller(String name, List<String> roles) {
    if (!Caller.isName(name)) {
      throw CommandException.usage(
          "A name has no colon and no control characters, and is not longer than 255.");
    }
    for (String role : roles) {
      if (!Access.isRole(role) || Access.isWord(role)) {
        throw CommandException.usage(
            "\"" + role + "\" cannot be a role; write letters, digits, '.', '_' and '-'.");
      }
    }
    return Caller.of(name, roles.stream().distinct().toArray(String[]::new));
  }
}
