package org.calmanchor.cli.shell;

import java.util.ArrayList;
import java.util.List;
import picocli.CommandLine;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Model.OptionSpec;

/** The completion for fish: one line for each command and each option. */
final class FishCompletion {
  private final String program;
  private final StringBuilder script = new StringBuilder();

  private FishCompletion(String program) {
    this.program = program;
  }

  static String of(CommandSpec root) {
    FishCompletion completion = new FishCompletion(root.name());
    completion.add(root, List.of());
    return completion.script.toString();
  }

  /** Adds what may follow a command, and the commands below it. */
  private void add(CommandSpec command, List<String> path) {
    List<CommandSpec> below =
        command.subcommands().values().stream()
            .map(CommandLine::getCommandSpec)
            .filter(each -> !each.usageMessage().hidden())
            .toList();
    String here = condition(path, below.stream().map(CommandSpec::name).toList());
    for (CommandSpec each : below) {
      line(here, "-f -a " + each.name(), summary(each));
    }
    for (OptionSpec option : command.options()) {
      if (!option.hidden()) {
        StringBuilder names = new StringBuilder();
        for (String name : option.names()) {
          names.append(
              name.startsWith("--")
                  ? " -l " + name.substring(2)
                  : name.length() == 2 ? " -s " + name.charAt(1) : " -o " + name.substring(1));
        }
        String value = option.arity().max() > 0 ? " -r" : "";
        line(here, names.toString().strip() + value, OptionText.of(option));
      }
    }
    for (CommandSpec each : below) {
      List<String> longer = new ArrayList<>(path);
      longer.add(each.name());
      add(each, longer);
    }
  }

  /** Holds after all commands of a path, and before one of those below it. */
  private static String condition(List<String> path, List<String> below) {
    List<String> all = new ArrayList<>();
    path.forEach(name -> all.add("__fish_seen_subcommand_from " + name));
    if (!below.isEmpty()) {
      all.add("not __fish_seen_subcommand_from " + String.join(" ", below));
    }
    return String.join("; and ", all);
  }

  private void line(String condition, String what, String description) {
    script.append("complete -c ").append(program);
    if (!condition.isEmpty()) {
      script.append(" -n '").append(condition).append("'");
    }
    script.append(' ').append(what);
    script.append(" -d '").append(description.replace("\\", "\\\\").replace("'", "\\'"));
    script.append("'\n");
  }

  private static String summary(CommandSpec command) {
    String[] description = command.usageMessage().description();
    return description.length == 0 ? "" : OptionText.firstSentence(description[0]);
  }
}
