package org.calmanchor.core.read;

import java.net.URI;
import java.util.List;
import javax.xml.namespace.QName;
import org.calmanchor.annotations.PortType;
import org.calmanchor.core.document.DocumentLimits;
import org.calmanchor.core.document.DocumentSet;
import org.calmanchor.core.document.DocumentSource;
import org.calmanchor.core.document.SchemaCatalogue;
import org.calmanchor.core.introspection.JavaType;
import org.calmanchor.core.model.Contract;
import org.calmanchor.core.problem.ContractException;
import org.calmanchor.core.problem.NearMiss;
import org.calmanchor.core.problem.ProblemCode;
import org.calmanchor.core.problem.Problems;
import org.calmanchor.core.wsdl.ContractDocuments;
import org.calmanchor.core.wsdl.ReadDocument;
import org.jspecify.annotations.Nullable;

/**
 * The contract that a service's code has to follow, because it came first as a document.
 *
 * @param contract the contract of the port type that the service is
 * @param documents the document, and all that it imports
 */
record GivenContract(Contract contract, DocumentSet documents) {
  /** Reads the document that {@code given} names; adds problems and returns null if it cannot. */
  static @Nullable GivenContract read(JavaType service, PortType given, Problems problems) {
    URI location = service.resource(given.document());
    if (location == null) {
      problems.add(
          ProblemCode.DOCUMENT_NOT_FOUND,
          service.signature(),
          "its document \"" + given.document() + "\" is not on the class path.",
          given.document().startsWith("/")
              ? "Put it there, below src/main/resources. A module has to open its package."
              : "Put it beside the class, in the same package below src/main/resources, which a"
                  + " module has to open; or begin with a slash: @PortType(document = \"/"
                  + given.document()
                  + "\").");
      return null;
    }
    try {
      ReadDocument read =
          ContractDocuments.read(
              location, DocumentSource.files(), SchemaCatalogue.STANDARDS, DocumentLimits.DEFAULT);
      QName portType = portType(service, given, read.contract(), problems);
      return portType == null
          ? null
          : new GivenContract(read.contract().of(portType), read.documents());
    } catch (ContractException unreadable) {
      unreadable
          .problems()
          .forEach(each -> problems.add(each.code(), each.element(), each.what(), each.fix()));
      return null;
    }
  }

  private static @Nullable QName portType(
      JavaType service, PortType given, Contract contract, Problems problems) {
    List<QName> all =
        contract.portTypes().stream().map(org.calmanchor.core.model.PortType::name).toList();
    if (all.size() == 1 && given.name().isEmpty()) {
      return all.get(0);
    }
    String name = given.name().isEmpty() ? service.simpleName() : given.name();
    for (QName each : all) {
      if (each.getLocalPart().equals(name)) {
        return each;
      }
    }
    List<String> names = all.stream().map(QName::getLocalPart).toList();
    problems.add(
        ProblemCode.PORT_TYPE_UNKNOWN,
        service.signature(),
        "its document has no port type \""
            + name
            + "\" that SOAP can carry; it has "
            + String.join(", ", names)
            + ".",
        NearMiss.of(
            name,
            names,
            "Say which one it is: @PortType(document = \"...\", name = \""
                + names.get(0)
                + "\")."));
    return null;
  }

  /**
   * The namespace of the code's own names, which the matching replaces by those of the document.
   */
  String namespace() {
    return contract.portTypes().get(0).name().getNamespaceURI();
  }
}
