package org.calmanchor.cli.shell;

import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.LinkedHashMap;
import java.util.Map;
import org.calmanchor.cli.Subcommand;
import org.calmanchor.cli.terminal.OutputFiles;
import picocli.CommandLine;
import picocli.CommandLine.Command;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.Spec;

/** {@code calm-anchor man}, for packagers: it writes the manual pages. */
@Command(
    name = "man",
    hidden = true,
    description = "Writes the manual pages of all commands into a folder.",
    footer = {"", "Example:  calm-anchor man --out share/man/man1"})
public final class ManCommand implements Subcommand {
  @Spec private CommandSpec spec = CommandSpec.create();

  @Option(names = "--out", required = true, paramLabel = "FOLDER", description = "The folder.")
  private Path out = Path.of("");

  /** Creates the command, for the command line. */
  public ManCommand() {}

  @Override
  public Integer call() {
    Map<Path, byte[]> pages = new LinkedHashMap<>();
    add(spec.root(), pages);
    OutputFiles.write(out, pages, true);
    spec.commandLine().getOut().println("Wrote " + pages.size() + " manual pages to " + out + ".");
    return 0;
  }

  private void add(CommandSpec command, Map<Path, byte[]> pages) {
    if (command.usageMessage().hidden()) {
      return;
    }
    String name = command.qualifiedName("-");
    pages.put(out.resolve(name + ".1"), ManPage.of(command).getBytes(StandardCharsets.UTF_8));
    for (CommandLine each : command.subcommands().values()) {
      add(each.getCommandSpec(), pages);
    }
  }
}
