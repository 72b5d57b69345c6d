package org.calmanchor.cli.draft;

import java.io.PrintWriter;
import java.util.concurrent.Callable;
import org.calmanchor.core.wsdl.ReadDocument;
import org.calmanchor.draft.ContractDrafter;
import org.calmanchor.draft.Draft;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Spec;

/** {@code calm-anchor draft client}. */
@Command(
    name = "client",
    description = {
      "Drafts the Java types with which to call the service of a WSDL document: an interface for"
          + " each port type, and records, enums, sealed types and exceptions.",
      "The document and all that it imports are copied beside them."
    },
    footer = {"", "Example:  calm-anchor draft client partner.wsdl --package harbor.partner"})
final class DraftClientCommand implements Callable<Integer> {
  @Spec private CommandSpec spec = CommandSpec.create();

  @Mixin private DraftOptions options = new DraftOptions();

  @Override
  public Integer call() {
    ReadDocument document = options.document();
    Draft draft = options.draft(document, ContractDrafter::client);
    PrintWriter screen = spec.commandLine().getOut();
    int result = options.write(draft, document, screen);
    Draft.DraftedPortType first = draft.portTypes().get(0);
    String name = first.name().substring(first.name().lastIndexOf('.') + 1);
    screen.println();
    screen.println(
        "Compile with our annotation processor or -parameters. Then, with calm-anchor-client:");
    screen.println(
        "  TypedClient.of(%s.class, URI.create(\"%s\")).proxy()"
            .formatted(name, DraftOptions.address(document)));
    screen.flush();
    return result;
  }
}
