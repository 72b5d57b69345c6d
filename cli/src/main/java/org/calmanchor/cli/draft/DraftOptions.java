package org.calmanchor.cli.draft;

import java.io.PrintWriter;
import java.nio.file.Path;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.function.BiFunction;
import org.calmanchor.cli.DocumentOptions;
import org.calmanchor.cli.terminal.CommandException;
import org.calmanchor.core.model.Service;
import org.calmanchor.core.wsdl.ReadDocument;
import org.calmanchor.core.wsdl.WsdlFiles;
import org.calmanchor.draft.ContractDrafter;
import org.calmanchor.draft.Draft;
import org.jspecify.annotations.Nullable;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;

/** The options of commands that draft source from a document. */
final class DraftOptions {
  @Parameters(paramLabel = "FILE|URL", description = "The document.")
  private String target = "";

  @Option(
      names = "--package",
      paramLabel = "NAME",
      description = "The Java package, such as harbor.partner.")
  private @Nullable String packageName;

  @Option(
      names = {"--out", "-o"},
      paramLabel = "FOLDER",
      description =
          "The project: sources go into its src/main/java, the document into its"
              + " src/main/resources. Default: the current folder.")
  private Path out = Path.of("");

  @Option(
      names = "--force",
      description = "Overwrite files that differ. Without it, the differences are shown.")
  private boolean force;

  @Mixin private DocumentOptions documents = new DocumentOptions();

  ReadDocument document() {
    if (!DocumentOptions.isDocument(target)) {
      throw CommandException.usage(
          "\""
              + target
              + "\" is no WSDL document. For a class of yours nothing has to be drafted: its"
              + " annotated interface is its client.");
    }
    return documents.read(target);
  }

  ReadDocument schema() {
    return documents.readSchema(target);
  }

  /** Makes the draft of a document for the package that is asked for. */
  Draft draft(ReadDocument document, BiFunction<ReadDocument, String, Draft> drafting) {
    if (packageName == null) {
      throw CommandException.usage(
          "Say which package: --package NAME, such as --package "
              + ContractDrafter.suggestedPackage(document)
              + ".");
    }
    try {
      return drafting.apply(document, packageName);
    } catch (IllegalArgumentException noName) {
      throw CommandException.usage("--package: " + noName.getMessage());
    }
  }

  /** Writes the files of a draft; the exit code is 1 if some were left that differ. */
  int write(Draft draft, ReadDocument document, PrintWriter screen) {
    Map<Path, byte[]> files = new LinkedHashMap<>();
    draft
        .sources()
        .forEach((name, content) -> files.put(out.resolve("src/main/java").resolve(name), content));
    draft
        .resources()
        .forEach(
            (name, content) -> files.put(out.resolve("src/main/resources").resolve(name), content));
    ProjectFiles project = ProjectFiles.of(files);
    project.write(force);
    project.report(screen, force);
    document.notices().forEach(notice -> screen.println("Note: " + notice));
    draft.notes().forEach(note -> screen.println("Note: " + note));
    if (project.hasDifferent() && !force) {
      screen.println("Files that differ were left as they are. Overwrite them with --force.");
      return 1;
    }
    return 0;
  }

  /** The address of the first port, or a placeholder. */
  static String address(ReadDocument document) {
    return document.contract().services().stream()
        .flatMap((Service service) -> service.ports().stream())
        .map(port -> port.address())
        .filter(address -> !address.isEmpty())
        .findFirst()
        .orElse(WsdlFiles.UNKNOWN_ADDRESS);
  }
}
