package org.calmanchor.core.read;

import java.net.URI;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import javax.xml.namespace.QName;
import org.calmanchor.core.document.DocumentLimits;
import org.calmanchor.core.document.DocumentSource;
import org.calmanchor.core.document.SchemaCatalogue;
import org.calmanchor.core.introspection.JavaType;
import org.calmanchor.core.model.Contract;
import org.calmanchor.core.model.Schema;
import org.calmanchor.core.problem.ContractException;
import org.calmanchor.core.problem.NearMiss;
import org.calmanchor.core.problem.ProblemCode;
import org.calmanchor.core.problem.Problems;
import org.calmanchor.core.wsdl.ContractDocuments;

/** Types that XML Schema documents define, which the Java types have to fit. */
final class GivenTypes {
  private final Problems problems;
  private final Map<QName, URI> documents = new LinkedHashMap<>();
  private final Map<QName, JavaType> types = new LinkedHashMap<>();

  GivenTypes(Problems problems) {
    this.problems = problems;
  }

  /** Notes that {@code document} defines the type {@code name}; adds a problem if there is none. */
  void add(JavaType type, QName name, String document) {
    if (document.isEmpty() || types.put(name, type) != null) {
      return;
    }
    URI location = type.resource(document);
    if (location != null) {
      documents.put(name, location);
    } else {
      problems.add(
          ProblemCode.DOCUMENT_NOT_FOUND,
          type.signature(),
          "its document \"" + document + "\" is not on the class path.",
          "Put it beside the class, in the same package below src/main/resources, which a module has"
              + " to open; or begin with a slash for a document at another place.");
    }
  }

  boolean isEmpty() {
    return types.isEmpty();
  }

  /** The contract of the code, in which these types are those of their documents. */
  Contract in(Contract code) {
    Map<URI, List<Schema>> read = new LinkedHashMap<>();
    for (URI location : documents.values()) {
      if (!read.containsKey(location)) {
        read.put(location, schemas(location));
      }
    }
    documents.forEach(
        (name, location) -> requireDefined(name, Objects.requireNonNull(read.get(location))));
    List<Schema> given = new ArrayList<>();
    read.values().forEach(given::addAll);
    return MergedSchemas.in(code, given);
  }

  private List<Schema> schemas(URI location) {
    try {
      return ContractDocuments.readSchema(
              location, DocumentSource.files(), SchemaCatalogue.STANDARDS, DocumentLimits.DEFAULT)
          .contract()
          .schemas();
    } catch (ContractException unreadable) {
      unreadable
          .problems()
          .forEach(each -> problems.add(each.code(), each.element(), each.what(), each.fix()));
      return List.of();
    }
  }

  private void requireDefined(QName name, List<Schema> schemas) {
    List<QName> known =
        schemas.stream()
            .flatMap(schema -> schema.types().stream())
            .map(type -> type.name())
            .toList();
    if (schemas.isEmpty() || known.contains(name)) {
      return;
    }
    List<String> names = known.stream().map(QName::getLocalPart).toList();
    problems.add(
        ProblemCode.NOT_IN_DOCUMENT,
        String.valueOf(types.get(name)),
        "its document has no type \""
            + name.getLocalPart()
            + "\" of namespace \""
            + name.getNamespaceURI()
            + "\".",
        NearMiss.of(
            name.getLocalPart(),
            names,
            "Write the name and the namespace of one that it has: "
                + String.join(", ", names)
                + "."));
  }
}
