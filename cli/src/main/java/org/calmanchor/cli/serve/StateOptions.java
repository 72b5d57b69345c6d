package org.calmanchor.cli.serve;

import java.util.ArrayList;
import java.util.List;
import org.calmanchor.cli.terminal.CommandException;
import org.calmanchor.host.SoapHost;
import picocli.CommandLine.Option;

/** The options for services that are not listed, and operations that are switched off. */
final class StateOptions {
  @Option(
      names = "--unlisted",
      paramLabel = "PATH",
      description = "Leave the service at this path out of the index. Repeatable.")
  private List<String> unlisted = new ArrayList<>();

  @Option(
      names = "--switch-off",
      paramLabel = "PATH[#OPERATION]",
      description =
          "Answer calls of this operation, or of all at this path, with a fault. Repeatable.")
  private List<String> switchedOff = new ArrayList<>();

  /**
   * Applies the options to {@code host}, which must have all its services already.
   *
   * @throws CommandException when there is no such service or operation
   */
  void applyTo(SoapHost host) {
    for (String path : unlisted) {
      said("--unlisted", () -> host.unlisted(path));
    }
    for (String place : switchedOff) {
      int hash = place.indexOf('#');
      said(
          "--switch-off",
          () -> {
            if (hash < 0) {
              host.switchOff(place);
            } else {
              host.switchOff(place.substring(0, hash), place.substring(hash + 1));
            }
          });
    }
  }

  /** Whether calls of an operation are answered normally. */
  boolean isOpen(String path, String operation) {
    return !switchedOff.contains(path) && !switchedOff.contains(path + "#" + operation);
  }

  private static void said(String option, Runnable choice) {
    try {
      choice.run();
    } catch (IllegalArgumentException wrong) {
      throw CommandException.usage(option + ": " + wrong.getMessage());
    }
  }
}
