package org.calmanchor.cli.draft;

import java.io.PrintWriter;
import java.util.Map;
import java.util.function.BiFunction;
import org.calmanchor.cli.DocumentOptions;
import org.calmanchor.cli.terminal.CommandException;
import org.calmanchor.core.model.Service;
import org.calmanchor.core.wsdl.ReadDocument;
import org.calmanchor.core.wsdl.WsdlFiles;
import org.calmanchor.draft.ContractDrafter;
import org.calmanchor.draft.Draft;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Parameters;

/** The options of commands that draft source from a document. */
final class DraftOptions {
  @Parameters(paramLabel = "FILE|URL", description = "The document.")
  private String target = "";

  @Mixin private DraftTarget draftTarget = new DraftTarget();

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
    String packageName = draftTarget.requirePackage(ContractDrafter.suggestedPackage(document));
    try {
      return drafting.apply(document, packageName);
    } catch (IllegalArgumentException noName) {
      throw CommandException.usage("--package: " + noName.getMessage());
    }
  }

  /** Writes the files of a draft; the exit code is 1 if some were left that differ. */
  int write(Draft draft, ReadDocument document, PrintWriter screen) {
    boolean isWhole = draftTarget.write(draft.sources(), draft.resources(), Map.of(), screen);
    document.notices().forEach(notice -> screen.println("Note: " + notice));
    draft.notes().forEach(note -> screen.println("Note: " + note));
    if (!isWhole) {
      DraftTarget.sayLeft(screen);
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
