package org.calmanchor.cli.callers;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.Callable;
import org.calmanchor.callers.CallersFile;
import org.calmanchor.cli.terminal.PasswordPrompt;
import org.calmanchor.core.access.Caller;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;
import picocli.CommandLine.Spec;

/** {@code calm-anchor callers add}. */
@Command(
    name = "add",
    description = {
      "Adds a caller, or gives one another password and other roles.",
      "The password is asked for, or read from a line of standard input; only its hash is kept."
    },
    footer = {
      "",
      "Example:  calm-anchor callers add ines-tallow --roles clerk,lister",
      "          calm-anchor callers add saltmere-bridge --certificate bridge.saltmere.example"
    })
final class CallersAddCommand implements Callable<Integer> {
  private static final int SHORTEST = 8;

  @Spec private CommandSpec spec = CommandSpec.create();

  @Parameters(paramLabel = "NAME", description = "The name that the caller sends.")
  private String name = "";

  @Option(
      names = "--roles",
      paramLabel = "ROLE",
      split = ",",
      description = "What it may do, separated by commas. Default: no role.")
  private List<String> roles = new ArrayList<>();

  @Option(
      names = "--certificate",
      paramLabel = "NAME",
      description =
          "The caller has a client certificate with this name: the common name of its subject, or"
              + " one of its alternative names. No password is asked for.")
  private String certificate = "";

  @Mixin private CallersFileOption option = new CallersFileOption();

  @Override
  public Integer call() {
    Caller caller = CallersFileOption.caller(name, roles);
    Path file = option.file();
    if (certificate.isBlank()) {
      String password = PasswordPrompt.askNew("Password of " + name, SHORTEST);
      option.change(() -> CallersFile.add(file, caller, password));
    } else {
      option.change(() -> CallersFile.addCertificate(file, caller, certificate));
    }
    spec.commandLine()
        .getOut()
        .println(
            caller.name()
                + " is in "
                + file
                + (roles.isEmpty()
                    ? ", without a role."
                    : ": " + String.join(", ", caller.roles()) + "."));
    return 0;
  }
}
