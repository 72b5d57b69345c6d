package org.calmanchor.cli;

import picocli.CommandLine;
import picocli.CommandLine.Help.Ansi;
import picocli.CommandLine.Help.Ansi.Style;
import picocli.CommandLine.Help.ColorScheme;
import picocli.CommandLine.Model.OptionSpec;
import picocli.CommandLine.Model.UsageMessageSpec;

/** The style of the help of all commands: bold, without colours, with the same order everywhere. */
final class HelpStyle {
  private static final int WIDTH = 100;

  private HelpStyle() {}

  static void apply(CommandLine line) {
    line.setColorScheme(
        new ColorScheme.Builder(Ansi.AUTO)
            .commands(Style.bold)
            .options(Style.bold)
            .parameters(Style.bold)
            .optionParams(Style.italic)
            .build());
    line.getCommandSpec()
        .addOption(
            OptionSpec.builder("-V", "--version")
                .versionHelp(true)
                .description("Show the version.")
                .build());
    style(line);
    below(line);
  }

  /** Styles all commands below one, and those below them. */
  private static void below(CommandLine line) {
    for (CommandLine each : line.getSubcommands().values()) {
      style(each);
      below(each);
    }
  }

  private static void style(CommandLine line) {
    line.getCommandSpec()
        .addOption(
            OptionSpec.builder("-h", "--help")
                .usageHelp(true)
                .description("Show this help.")
                .build());
    UsageMessageSpec usage = line.getCommandSpec().usageMessage();
    usage.width(WIDTH);
    usage.sortOptions(false);
    usage.descriptionHeading("%n");
    usage.parameterListHeading("%n");
    usage.optionListHeading(line.getCommandSpec().positionalParameters().isEmpty() ? "%n" : "");
    usage.commandListHeading("%nCommands:%n");
  }
}
