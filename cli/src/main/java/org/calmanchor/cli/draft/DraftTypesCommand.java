package org.calmanchor.cli.draft;

import java.io.PrintWriter;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.Callable;
import org.calmanchor.cli.terminal.CommandException;
import org.calmanchor.core.wsdl.ReadDocument;
import org.calmanchor.draft.Draft;
import org.calmanchor.draft.SchemaDrafter;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Spec;

/** {@code calm-anchor draft types}. */
@Command(
    name = "types",
    description = {
      "Drafts Java types for the named types of an XML Schema document. A service that uses them"
          + " publishes the types as the document defines them."
    },
    footer = {"", "Example:  calm-anchor draft types ships.xsd --package harbor.ships"})
final class DraftTypesCommand implements Callable<Integer> {
  @Spec private CommandSpec spec = CommandSpec.create();

  @Mixin private DraftOptions options = new DraftOptions();

  @Override
  public Integer call() {
    ReadDocument schema = options.schema();
    Draft draft = options.draft(schema, SchemaDrafter::draft);
    if (draft.sources().isEmpty()) {
      List<String> why = new ArrayList<>(draft.notes());
      why.add(0, "The schema has no type that can be a Java type of its own.");
      throw CommandException.problem(String.join("\n", why));
    }
    PrintWriter screen = spec.commandLine().getOut();
    int result = options.write(draft, schema, screen);
    screen.println();
    screen.println("Write the service around them: use them as parameters and results of methods.");
    screen.flush();
    return result;
  }
}
