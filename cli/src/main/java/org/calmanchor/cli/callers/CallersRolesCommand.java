package org.calmanchor.cli.callers;

import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.Callable;
import org.calmanchor.callers.CallersFile;
import org.calmanchor.core.access.Caller;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Parameters;
import picocli.CommandLine.Spec;

/** {@code calm-anchor callers roles}. */
@Command(
    name = "roles",
    description = "Gives a caller these roles instead of those that it had.",
    footer = {"", "Example:  calm-anchor callers roles bram-oakes clerk harbor-master"})
final class CallersRolesCommand implements Callable<Integer> {
  @Spec private CommandSpec spec = CommandSpec.create();

  @Parameters(index = "0", paramLabel = "NAME", description = "The name of the caller.")
  private String name = "";

  @Parameters(
      index = "1..*",
      arity = "0..*",
      paramLabel = "ROLE",
      description = "What it may do. Without any: no role.")
  private List<String> roles = new ArrayList<>();

  @Mixin private CallersFileOption option = new CallersFileOption();

  @Override
  public Integer call() {
    Caller changed = CallersFileOption.caller(name, roles);
    option.change(() -> CallersFile.setRoles(option.file(), changed));
    spec.commandLine()
        .getOut()
        .println(
            name
                + (roles.isEmpty()
                    ? " has no role now."
                    : " has " + String.join(", ", changed.roles()) + " now."));
    return 0;
  }
}
