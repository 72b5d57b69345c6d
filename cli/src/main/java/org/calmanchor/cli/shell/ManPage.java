package org.calmanchor.cli.shell;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.stream.Collectors;
import picocli.CommandLine;
import picocli.CommandLine.Help.Ansi;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Model.OptionSpec;
import picocli.CommandLine.Model.PositionalParamSpec;

/** The manual page of a command, in the language of man. */
final class ManPage {
  private final StringBuilder page = new StringBuilder();

  private ManPage() {}

  static String of(CommandSpec command) {
    ManPage made = new ManPage();
    made.write(command);
    return made.page.toString();
  }

  private void write(CommandSpec command) {
    String name = command.qualifiedName("-");
    String[] description = command.usageMessage().description();
    page.append(".TH \"")
        .append(name.toUpperCase(Locale.ROOT))
        .append("\" 1 \"\" \"Calm Anchor\"\n");
    section("NAME");
    text(name + " - " + (description.length == 0 ? "" : OptionText.firstSentence(description[0])));
    section("SYNOPSIS");
    CommandLine.Help help = command.commandLine().getHelp();
    literal(List.of(new CommandLine.Help(command, Ansi.OFF).synopsis(0).strip().split("\\R", -1)));
    section("DESCRIPTION");
    for (String paragraph : description) {
      text(paragraph);
    }
    if (!command.positionalParameters().isEmpty()) {
      section("ARGUMENTS");
      for (PositionalParamSpec each : command.positionalParameters()) {
        item(each.paramLabel(), String.join(" ", each.description()));
      }
    }
    section("OPTIONS");
    for (OptionSpec each : command.options()) {
      if (!each.hidden()) {
        String value = each.arity().max() > 0 ? " " + each.paramLabel() : "";
        item(String.join(", ", each.names()) + value, OptionText.all(each));
      }
    }
    commands(command);
    footer(command.usageMessage().footer());
    if (help.commandSpec().parent() != null) {
      section("SEE ALSO");
      text(command.parent().qualifiedName("-") + "(1)");
    }
  }

  private void commands(CommandSpec command) {
    List<CommandSpec> below =
        command.subcommands().values().stream()
            .map(CommandLine::getCommandSpec)
            .filter(each -> !each.usageMessage().hidden())
            .collect(Collectors.toList());
    if (!below.isEmpty()) {
      section("COMMANDS");
      for (CommandSpec each : below) {
        String[] description = each.usageMessage().description();
        item(
            each.qualifiedName("-") + "(1)",
            description.length == 0 ? "" : OptionText.firstSentence(description[0]) + ".");
      }
    }
  }

  /** Exit codes and examples, which stand at the end of the help. */
  private void footer(String[] footer) {
    List<String> examples = new ArrayList<>();
    for (String line : footer) {
      if (line.startsWith("Example:  ")) {
        examples.add(line.substring("Example:  ".length()));
      } else if (!examples.isEmpty()) {
        examples.add(line.strip().isEmpty() ? "" : line.substring(Math.min(10, line.length())));
      } else if (!line.isEmpty()) {
        section("NOTES");
        text(line);
      }
    }
    if (!examples.isEmpty()) {
      section("EXAMPLES");
      literal(examples);
    }
  }

  private void section(String title) {
    page.append(".SH ").append(title).append('\n');
  }

  private void text(String paragraph) {
    page.append(escaped(paragraph)).append("\n.PP\n");
  }

  private void item(String term, String description) {
    page.append(".TP\n\\fB").append(escaped(term)).append("\\fR\n");
    page.append(escaped(description)).append('\n');
  }

  private void literal(List<String> lines) {
    page.append(".nf\n");
    lines.forEach(line -> page.append(escaped(line)).append('\n'));
    page.append(".fi\n");
  }

  /** A line must not begin with what man takes for a request. */
  private static String escaped(String text) {
    String plain = text.replace("\\", "\\e").replace("-", "\\-").replace("%%", "%");
    return plain.startsWith(".") || plain.startsWith("'") ? "\\&" + plain : plain;
  }
}
