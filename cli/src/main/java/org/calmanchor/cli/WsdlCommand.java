package org.calmanchor.cli;

import java.io.PrintWriter;
import java.net.URI;
import java.nio.file.Path;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.concurrent.Callable;
import java.util.stream.Collectors;
import org.calmanchor.cli.classes.ClassPathOption;
import org.calmanchor.cli.terminal.CommandException;
import org.calmanchor.cli.terminal.OutputFiles;
import org.calmanchor.core.document.DocumentCopy;
import org.calmanchor.core.model.Contract;
import org.calmanchor.core.read.ContractReader;
import org.calmanchor.core.reading.Reading;
import org.calmanchor.core.wsdl.ContractDocuments;
import org.calmanchor.core.wsdl.ReadDocument;
import org.calmanchor.core.wsdl.WsdlFiles;
import org.jspecify.annotations.Nullable;
import picocli.CommandLine;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;

/** {@code calm-anchor wsdl}. */
@Command(
    name = "wsdl",
    description = {
      "Writes the WSDL of an annotated class, to the screen or to a file.",
      "For the URL or file of a WSDL document, copies it with all that it imports into the folder"
          + " --out; the locations in the copies lead to one another."
    },
    footer = {
      "",
      "Example:  calm-anchor wsdl harbor.BerthDesk --classpath target/classes \\",
      "            --address https://host.test/berths --out berths.wsdl",
      "          calm-anchor wsdl https://saltmere.test/pilots?wsdl --out pilots"
    })
final class WsdlCommand implements Callable<Integer> {
  @CommandLine.Spec private CommandSpec spec = CommandSpec.create();

  @Parameters(
      paramLabel = "CLASS|URL|FILE",
      description = "The full name of a class with @PortType; or the document to copy.")
  private String className = "";

  @Mixin private DocumentOptions documents = new DocumentOptions();

  @Mixin private ClassPathOption classPath = new ClassPathOption();

  @Option(
      names = "--address",
      paramLabel = "URL",
      description = "Where the service will answer. Default: a placeholder that cannot be called.")
  private @Nullable URI address;

  @Option(
      names = {"--out", "-o"},
      paramLabel = "FILE|FOLDER",
      description = "Write to this file instead of the screen; the folder for copies.")
  private @Nullable Path out;

  @Option(names = "--force", description = "Overwrite existing files.")
  private boolean force;

  @Option(
      names = "--split",
      description = "Write each schema to a file of its own beside FILE, which imports them.")
  private boolean split;

  @Override
  public Integer call() {
    if (DocumentOptions.isDocument(className)) {
      return copy();
    }
    String location = location();
    Class<?> type = classPath.named(className);
    Reading reading = ContractReader.read(type);
    Contract contract = reading.contract();
    String target =
        location.isEmpty() ? WsdlFiles.UNKNOWN_ADDRESS + type.getSimpleName() : location;
    if (split && reading.documents() != null) {
      throw CommandException.usage(
          "--split is for documents that are made from code. This one came first; --out FILE copies"
              + " it with all that it imports.");
    }
    if (out == null && split) {
      throw CommandException.usage("--split writes several files: say where with --out FILE.");
    }
    if (out == null) {
      spec.commandLine().getOut().print(ContractDocuments.write(reading, target));
      spec.commandLine().getOut().flush();
    } else {
      Map<Path, byte[]> files = files(reading, out, target);
      OutputFiles.write(files, force);
      int operations = contract.portTypes().get(0).operations().size();
      spec.commandLine()
          .getOut()
          .printf(
              "Wrote %s: service %s, %s, address %s%n",
              files.keySet().stream().map(Path::toString).collect(Collectors.joining(", ")),
              contract.services().get(0).name().getLocalPart(),
              operations == 1 ? "1 operation" : operations + " operations",
              target);
    }
    // A file is handed over, so advice comes in time; judging would delay what is only looked at.
    String pointer = out == null ? "" : JudgeCommand.pointer(className, reading);
    if (!pointer.isEmpty()) {
      spec.commandLine().getErr().println(pointer);
    }
    if (location.isEmpty()) {
      spec.commandLine()
          .getErr()
          .println(
              "The address in it is a placeholder, " + target + "; set it with --address URL.");
    }
    return 0;
  }

  private Map<Path, byte[]> files(Reading reading, Path file, String target) {
    Map<Path, byte[]> files = new LinkedHashMap<>();
    WsdlFiles.of(reading, file.getFileName().toString(), target, split)
        .forEach((name, content) -> files.put(file.resolveSibling(name), content));
    return files;
  }

  private int copy() {
    if (out == null || split || address != null) {
      throw CommandException.usage(
          "A document is copied into a folder: say which with --out FOLDER, without --split and"
              + " --address.");
    }
    ReadDocument read = documents.read(className);
    Path folder = out;
    Map<Path, byte[]> files = new LinkedHashMap<>();
    DocumentCopy.of(read.documents())
        .forEach((name, content) -> files.put(folder.resolve(name), content));
    OutputFiles.write(folder, files, force);
    PrintWriter screen = spec.commandLine().getOut();
    screen.printf(
        "Wrote %s%n",
        files.keySet().stream().map(Path::toString).collect(Collectors.joining(", ")));
    read.notices().forEach(notice -> screen.println("Note: " + notice));
    return 0;
  }

  private String location() {
    return address == null ? "" : TargetOptions.url(address);
  }
}
