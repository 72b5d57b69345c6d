package org.calmanchor.cli.callers;

import java.util.concurrent.Callable;
import org.calmanchor.callers.CallersFile;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Parameters;
import picocli.CommandLine.Spec;

/** {@code calm-anchor callers remove}. */
@Command(
    name = "remove",
    description = "Removes a caller.",
    footer = {"", "Example:  calm-anchor callers remove ines-tallow"})
final class CallersRemoveCommand implements Callable<Integer> {
  @Spec private CommandSpec spec = CommandSpec.create();

  @Parameters(paramLabel = "NAME", description = "The name of the caller.")
  private String name = "";

  @Mixin private CallersFileOption option = new CallersFileOption();

  @Override
  public Integer call() {
    option.change(() -> CallersFile.remove(option.file(), name));
    spec.commandLine().getOut().println(name + " is not in " + option.file() + " any more.");
    return 0;
  }
}
