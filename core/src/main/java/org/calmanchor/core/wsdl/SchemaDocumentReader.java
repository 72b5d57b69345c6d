package org.calmanchor.core.wsdl;

import java.net.URI;
import java.util.List;
import java.util.Objects;
import org.calmanchor.core.document.DocumentProblems;
import org.calmanchor.core.document.DocumentSet;
import org.calmanchor.core.document.XmlNode;
import org.calmanchor.core.model.Contract;
import org.calmanchor.core.model.Names;
import org.calmanchor.core.model.Schema;
import org.calmanchor.core.problem.ProblemCode;
import org.calmanchor.core.schema.SchemaReader;

/** Reads an XML Schema document and all that it imports and includes. Used once. */
final class SchemaDocumentReader {
  private final URI location;
  private final DocumentProblems problems;

  SchemaDocumentReader(URI location, DocumentProblems problems) {
    this.location = location;
    this.problems = problems;
  }

  ReadDocument read(DocumentSet documents) {
    XmlNode root = Objects.requireNonNull(documents.root()).root();
    if (!root.is(Names.XSD, "schema")) {
      problems.add(
          ProblemCode.DECLARATION_INVALID,
          location,
          root,
          "it is no XML Schema document: its root is " + root.name() + ".",
          root.is(Names.WSDL, "definitions")
              ? "Draft a client or a service of it, or give an XML Schema document."
              : "Give the document whose root is xsd:schema, of " + Names.XSD + ".");
      problems.throwIfAny(location);
    }
    List<Schema> schemas = SchemaReader.read(documents, problems);
    Contract contract =
        new Contract(
            root.attributeOr("targetNamespace", "").strip(),
            schemas,
            List.of(),
            List.of(),
            List.of(),
            List.of());
    new FacetProblems(contract, problems).report();
    problems.throwIfAny(location);
    return new ReadDocument(contract, problems.notices(), documents);
  }
}
