package org.calmanchor.cli;

import java.io.PrintWriter;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.Callable;
import java.util.function.Function;
import org.calmanchor.cli.terminal.CommandException;
import org.calmanchor.cli.terminal.OutputFiles;
import org.calmanchor.core.model.Operation;
import org.calmanchor.core.model.SoapVersion;
import org.calmanchor.core.sample.SampleMessages;
import org.jspecify.annotations.Nullable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;
import picocli.CommandLine.Spec;

/** {@code calm-anchor sample}. */
@Command(
    name = "sample",
    description = {
      "Prints sample messages of a class's or document's operations.",
      "They are valid, and have the example values of the code."
    },
    footer = {
      "",
      "Example:  calm-anchor sample harbor.BerthDesk reserve --classpath target/classes",
      "          calm-anchor sample partner.wsdl --out samples"
    })
final class SampleCommand implements Callable<Integer> {
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

  @Option(names = "--response", description = "The response instead of the request.")
  private boolean response;

  @Option(
      names = "--fault",
      paramLabel = "NAME",
      description = "This declared fault instead of the request.")
  private @Nullable String fault;

  @Option(
      names = "--soap",
      paramLabel = "1.1|1.2",
      description = "The version of SOAP. Default: the first that the operation has.")
  private @Nullable String soap;

  @Option(
      names = {"--out", "-o"},
      paramLabel = "FOLDER",
      description = "Write requests, responses and faults into this folder, a file each.")
  private @Nullable Path out;

  @Option(names = "--force", description = "Overwrite existing files.")
  private boolean force;

  @Mixin private TargetOptions targets = new TargetOptions();

  @Override
  public Integer call() {
    TargetOptions.Target found = targets.target(target);
    List<Operation> operations = operations(found);
    Messages messages = new Messages(found, each -> found.version(each, soap));
    if (out != null) {
      write(out, messages.files(operations));
      return 0;
    }
    PrintWriter screen = spec.commandLine().getOut();
    for (Operation each : operations) {
      if (operations.size() > 1) {
        screen.println("<!-- " + each.name() + " -->");
      }
      screen.print(text(each, messages));
    }
    screen.flush();
    return 0;
  }

  private String text(Operation each, Messages messages) {
    if (fault != null) {
      List<String> names = each.faults().stream().map(Operation.FaultUse::name).toList();
      return each.faults().stream()
          .filter(use -> use.name().equals(fault))
          .findFirst()
          .map(use -> messages.fault(each, use))
          .orElseThrow(
              () ->
                  CommandException.usage(
                      "Operation "
                          + each.name()
                          + " has no fault \""
                          + fault
                          + "\"; it has "
                          + (names.isEmpty() ? "none." : String.join(", ", names) + ".")));
    }
    if (response && each.output() == null) {
      throw CommandException.usage("Operation " + each.name() + " is one-way: no response.");
    }
    return response ? messages.response(each) : messages.request(each);
  }

  private List<Operation> operations(TargetOptions.Target found) {
    String wanted = operation;
    if (wanted == null) {
      if (fault != null || response) {
        throw CommandException.usage("--response and --fault need the name of an operation.");
      }
      return found.operations();
    }
    return List.of(found.operation(wanted));
  }

  private void write(Path folder, Map<String, String> messages) {
    Map<Path, byte[]> files = new LinkedHashMap<>();
    messages.forEach(
        (name, text) -> files.put(folder.resolve(name), text.getBytes(StandardCharsets.UTF_8)));
    OutputFiles.write(folder, files, force);
    spec.commandLine().getOut().println("Wrote " + files.size() + " messages to " + folder + ".");
  }

  /** Writes the messages of one contract. */
  private static final class Messages {
    private final SampleMessages messages;
    private final Function<Operation, SoapVersion> versions;

    Messages(TargetOptions.Target target, Function<Operation, SoapVersion> versions) {
      this.messages = SampleMessages.of(target.contract(), target.examples());
      this.versions = versions;
    }

    String request(Operation operation) {
      return text(messages.request(operation, versions.apply(operation)));
    }

    String response(Operation operation) {
      return text(messages.response(operation, versions.apply(operation)));
    }

    String fault(Operation operation, Operation.FaultUse fault) {
      return text(messages.fault(operation, fault, versions.apply(operation)));
    }

    Map<String, String> files(List<Operation> operations) {
      Map<String, String> files = new LinkedHashMap<>();
      for (Operation each : operations) {
        files.put(each.name() + ".request.xml", request(each));
        if (each.output() != null) {
          files.put(each.name() + ".response.xml", response(each));
        }
        each.faults()
            .forEach(
                fault ->
                    files.put(each.name() + ".fault." + fault.name() + ".xml", fault(each, fault)));
      }
      return files;
    }

    private static String text(byte[] message) {
      return new String(message, StandardCharsets.UTF_8).strip() + "\n";
    }
  }
}
