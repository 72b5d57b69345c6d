package org.calmanchor.cli.draft;

import java.io.PrintWriter;
import java.util.List;
import java.util.Objects;
import java.util.concurrent.Callable;
import org.calmanchor.core.wsdl.ReadDocument;
import org.calmanchor.draft.ContractDrafter;
import org.calmanchor.draft.Draft;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Spec;

/** {@code calm-anchor draft service}. */
@Command(
    name = "service",
    description = {
      "Drafts what serves a WSDL document: what draft client drafts, and a class for each port type"
          + " whose methods say what is still to be written."
    },
    footer = {"", "Example:  calm-anchor draft service partner.wsdl --package harbor.partner"})
final class DraftServiceCommand implements Callable<Integer> {
  @Spec private CommandSpec spec = CommandSpec.create();

  @Mixin private DraftOptions options = new DraftOptions();

  @Override
  public Integer call() {
    ReadDocument document = options.document();
    Draft draft = options.draft(document, ContractDrafter::service);
    PrintWriter screen = spec.commandLine().getOut();
    int result = options.write(draft, document, screen);
    draft
        .portTypes()
        .forEach(each -> each.problems().forEach(problem -> screen.println("Note: " + problem)));
    List<String> services =
        draft.portTypes().stream()
            .map(Draft.DraftedPortType::service)
            .filter(Objects::nonNull)
            .map(Objects::requireNonNull)
            .toList();
    if (!services.isEmpty()) {
      screen.println();
      screen.println(
          "Compile with our annotation processor or -parameters, write the methods of the services, and host them:");
      screen.println(
          "  calm-anchor serve " + String.join(" ", services) + " --classpath target/classes");
    }
    screen.flush();
    return result;
  }
}
