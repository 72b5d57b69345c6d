package org.calmanchor.cli.callers;

import static org.calmanchor.cli.terminal.Terminal.padded;
import static org.calmanchor.cli.terminal.Terminal.shown;
import static org.calmanchor.cli.terminal.Terminal.widest;

import java.io.PrintWriter;
import java.util.List;
import java.util.Map;
import java.util.concurrent.Callable;
import org.calmanchor.callers.CallersFile;
import org.calmanchor.cli.terminal.JsonText;
import org.calmanchor.core.access.Caller;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.Spec;

/** {@code calm-anchor callers list}. */
@Command(
    name = "list",
    description = "Shows the callers and their roles.",
    footer = {"", "Example:  calm-anchor callers list --file callers.yaml"})
final class CallersListCommand implements Callable<Integer> {
  @Spec private CommandSpec spec = CommandSpec.create();

  @Option(names = "--json", description = "Print them as JSON, for a script.")
  private boolean isJson;

  @Mixin private CallersFileOption option = new CallersFileOption();

  @Override
  public Integer call() {
    option.change(() -> print(CallersFile.at(option.file()).all()));
    return 0;
  }

  private void print(List<Caller> callers) {
    PrintWriter out = spec.commandLine().getOut();
    if (isJson) {
      out.println(
          JsonText.of(
              callers.stream()
                  .map(each -> Map.of("name", each.name(), "roles", List.copyOf(each.roles())))
                  .toList()));
    } else if (callers.isEmpty()) {
      out.println("There is no caller in " + option.file() + ".");
    } else {
      int width = widest(callers.stream().map(Caller::name).toList());
      for (Caller each : callers) {
        String roles = each.roles().isEmpty() ? "(no role)" : String.join(", ", each.roles());
        out.println(padded(shown(each.name()), width) + "  " + roles);
      }
    }
    out.flush();
  }
}
