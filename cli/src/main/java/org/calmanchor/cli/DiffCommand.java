package org.calmanchor.cli;

import java.io.PrintWriter;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.Callable;
import java.util.function.Predicate;
import org.calmanchor.cli.terminal.JsonText;
import org.calmanchor.cli.terminal.Terminal;
import org.calmanchor.core.diff.Change;
import org.calmanchor.core.diff.ContractDiff;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;
import picocli.CommandLine.Spec;

/** {@code calm-anchor diff}. */
@Command(
    name = "diff",
    description = {
      "Shows what has changed from one contract to another, and which consumers that breaks.",
      "Only what goes over the wire is compared, not the text of documents."
    },
    footer = {
      "",
      "Exit codes: 0 nothing breaks, 1 a change breaks consumers, 2 wrong usage.",
      "",
      "Example:  calm-anchor diff https://host.test/berths?wsdl harbor.BerthDesk \\",
      "            --classpath target/classes",
      "          calm-anchor diff pilots.wsdl pilots-2.wsdl --json"
    })
final class DiffCommand implements Callable<Integer> {
  @Spec private CommandSpec spec = CommandSpec.create();

  @Parameters(
      index = "0",
      paramLabel = "OLD",
      description = "What consumers know: the full name of a class, or a WSDL document.")
  private String old = "";

  @Parameters(index = "1", paramLabel = "NEW", description = "What comes: a class or a document.")
  private String next = "";

  @Option(names = "--json", description = "Print the changes as JSON.")
  private boolean json;

  @Mixin private TargetOptions targets = new TargetOptions();

  @Override
  public Integer call() {
    List<Change> changes =
        ContractDiff.of(targets.target(old).contract(), targets.target(next).contract());
    PrintWriter screen = spec.commandLine().getOut();
    if (json) {
      screen.println(json(changes));
    } else {
      print(changes, screen);
    }
    screen.flush();
    return changes.stream().anyMatch(Change::breaks) ? 1 : 0;
  }

  private void print(List<Change> changes, PrintWriter screen) {
    if (changes.isEmpty()) {
      screen.println("No change in what is accepted and what is produced.");
      return;
    }
    screen.println(ChangeSummary.count(changes));
    group(
        "Breaks consumers that send and those that receive",
        changes,
        screen,
        each -> each.breaksSenders() && each.breaksReceivers());
    group(
        "Breaks consumers that send",
        changes,
        screen,
        each -> each.breaksSenders() && !each.breaksReceivers());
    group(
        "Breaks consumers that receive",
        changes,
        screen,
        each -> !each.breaksSenders() && each.breaksReceivers());
    group("Breaks nobody", changes, screen, each -> !each.breaks());
  }

  private void group(
      String title, List<Change> changes, PrintWriter screen, Predicate<Change> belongs) {
    List<Change> group = changes.stream().filter(belongs).toList();
    if (group.isEmpty()) {
      return;
    }
    screen.println();
    screen.println(
        Terminal.bold(
            spec.commandLine().getColorScheme().ansi(), title + " (" + group.size() + ")"));
    for (Change change : group) {
      screen.println();
      screen.println("  " + Terminal.shown(change.path()) + ": " + change.what());
      line("was", change.was(), screen);
      line("is", change.is(), screen);
      line("", change.reason(), screen);
      line("at", change.place(), screen);
    }
  }

  private static void line(String label, String text, PrintWriter screen) {
    String start = "    " + Terminal.padded(label, label.isEmpty() ? 0 : 5);
    for (String each : Terminal.wrap(Terminal.shown(text), Terminal.WIDTH - start.length())) {
      screen.println(start + each);
      start = " ".repeat(start.length());
    }
  }

  private static String json(List<Change> changes) {
    List<Map<String, Object>> all = new ArrayList<>();
    for (Change change : changes) {
      Map<String, Object> one = new LinkedHashMap<>();
      one.put("path", change.path());
      one.put("what", change.what());
      one.put("was", change.was());
      one.put("is", change.is());
      one.put("breaksSenders", change.breaksSenders());
      one.put("breaksReceivers", change.breaksReceivers());
      one.put("reason", change.reason());
      one.put("place", change.place());
      all.add(one);
    }
    return JsonText.of(all);
  }
}
