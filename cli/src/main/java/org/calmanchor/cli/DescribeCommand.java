package org.calmanchor.cli;

import java.io.PrintWriter;
import java.net.URI;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.concurrent.Callable;
import java.util.stream.Stream;
import org.calmanchor.cli.terminal.CommandException;
import org.calmanchor.cli.terminal.JsonText;
import org.calmanchor.cli.terminal.OutputFiles;
import org.calmanchor.core.diff.Change;
import org.calmanchor.core.diff.ContractDiff;
import org.calmanchor.core.model.Contract;
import org.calmanchor.core.model.Operation;
import org.calmanchor.core.wsdl.WsdlFiles;
import org.calmanchor.web.handbook.Handbook;
import org.calmanchor.web.picture.ContractPicture;
import org.calmanchor.web.picture.PictureLinks;
import org.jspecify.annotations.Nullable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;
import picocli.CommandLine.Spec;

/** {@code calm-anchor describe}. */
@Command(
    name = "describe",
    description = {
      "Shows what a class or a WSDL document offers.",
      "In the terminal: addresses, operations, and their messages with types and rules. As files: the"
          + " handbook for the developer on the other side, or a picture."
    },
    footer = {
      "",
      "Example:  calm-anchor describe harbor.BerthDesk reserve --classpath target/classes",
      "          calm-anchor describe https://saltmere.test/pilots?wsdl",
      "          calm-anchor describe harbor.BerthDesk --html berths.html"
          + " --address https://lanternquay.test/berths"
    })
final class DescribeCommand implements Callable<Integer> {
  private static final int MOST_AT_ONCE = 30;

  @Spec private CommandSpec spec = CommandSpec.create();

  @Parameters(
      index = "0",
      paramLabel = "CLASS|FILE|URL",
      description = "Full name of a class with @PortType, or a WSDL document.")
  private String target = "";

  @Parameters(
      index = "1",
      arity = "0..1",
      paramLabel = "OPERATION",
      description = "Only this operation. Default: all.")
  private @Nullable String operation;

  @Option(
      names = "--all",
      description =
          "All messages, also if there are more than "
              + MOST_AT_ONCE
              + " operations. Without it, these are only listed.")
  private boolean all;

  @Option(
      names = "--picture",
      paramLabel = "FILE.svg",
      description =
          "Draw it into this file instead: the services folded to their operations, or the operation"
              + " with all types that it reaches.")
  private @Nullable Path picture;

  @Option(
      names = "--html",
      paramLabel = "FILE",
      description =
          "Write the handbook into this file instead: one HTML file with all that a caller has to"
              + " know, sample calls included.")
  private @Nullable Path html;

  @Option(
      names = "--against",
      paramLabel = "OLD",
      description = "With --html: list what has changed since this older class or document.")
  private @Nullable String against;

  @Option(
      names = "--address",
      paramLabel = "URL",
      description =
          "Where the service answers. Default: what the document says; for a class, none.")
  private @Nullable URI address;

  @Option(names = "--json", description = "Print it as JSON, for a script.")
  private boolean isJson;

  @Option(names = "--force", description = "Overwrite existing files.")
  private boolean force;

  @Mixin private TargetOptions targets = new TargetOptions();

  @Override
  public Integer call() {
    if (Stream.of(html != null, picture != null, isJson).filter(each -> each).count() > 1) {
      throw CommandException.usage(
          "--html, --picture and --json each ask for another form: choose one at a time.");
    }
    if (against != null && html == null) {
      throw CommandException.usage(
          "--against belongs to --html; to see changes alone: calm-anchor diff OLD NEW.");
    }
    if (html != null && operation != null) {
      throw CommandException.usage("--html writes about all operations: leave out the name.");
    }
    TargetOptions.Target found = addressed(targets.target(target));
    PrintWriter screen = spec.commandLine().getOut();
    if (html != null) {
      write(html, handbook(found));
    } else if (picture != null) {
      write(picture, picture(found));
    } else if (isJson) {
      screen.println(JsonText.of(json(found)));
    } else {
      outline(found, screen);
    }
    screen.flush();
    return 0;
  }

  private Map<String, Object> json(TargetOptions.Target found) {
    List<Operation> operations =
        operation == null ? found.operations() : List.of(found.operation(operation));
    return new ContractJson(found.contract(), found.access()).of(operations, found.notices());
  }

  private void outline(TargetOptions.Target found, PrintWriter screen) {
    TerminalOutline outline =
        new TerminalOutline(
            found.contract(), found.access(), spec.commandLine().getColorScheme().ansi(), screen);
    String wanted = operation;
    if (wanted != null) {
      outline.operation(found.operation(wanted));
    } else {
      outline.services();
      List<Operation> operations = found.operations();
      if (operations.size() > MOST_AT_ONCE && !all) {
        outline.list(operations);
        screen.println();
        screen.println("Messages: add the name of an operation, or --all.");
      } else {
        operations.forEach(outline::operation);
      }
    }
    outline.notices(found.notices());
  }

  private TargetOptions.Target addressed(TargetOptions.Target found) {
    return address == null ? found : found.at(TargetOptions.url(address));
  }

  private String handbook(TargetOptions.Target found) {
    boolean isCode = !DocumentOptions.isDocument(target);
    Contract contract = found.contract();
    if (isCode && address == null) {
      contract = contract.withAddress(WsdlFiles.UNKNOWN_ADDRESS);
      spec.commandLine()
          .getErr()
          .println(
              "The address in it is a placeholder, "
                  + WsdlFiles.UNKNOWN_ADDRESS
                  + "; set it with --address URL.");
    }
    List<Change> changes =
        against == null
            ? null
            : ContractDiff.of(targets.target(against).contract(), found.contract());
    return new Handbook(
            contract, found.examples(), found.access(), found.notices(), isCode, changes)
        .write();
  }

  private String picture(TargetOptions.Target found) {
    ContractPicture drawn = new ContractPicture(found.contract(), PictureLinks.NONE);
    return operation == null ? drawn.services() : drawn.operation(found.operation(operation));
  }

  private void write(Path file, String content) {
    OutputFiles.write(Map.of(file, content.getBytes(StandardCharsets.UTF_8)), force);
    spec.commandLine().getOut().println("Wrote " + file + ".");
  }
}
