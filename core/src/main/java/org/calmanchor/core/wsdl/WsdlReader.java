package org.calmanchor.core.wsdl;

import java.net.URI;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import javax.xml.namespace.QName;
import org.calmanchor.core.document.DocumentLimits;
import org.calmanchor.core.document.DocumentLoader;
import org.calmanchor.core.document.DocumentProblems;
import org.calmanchor.core.document.DocumentSet;
import org.calmanchor.core.document.DocumentSource;
import org.calmanchor.core.document.SchemaCatalogue;
import org.calmanchor.core.document.XmlNode;
import org.calmanchor.core.model.Binding;
import org.calmanchor.core.model.Contract;
import org.calmanchor.core.model.Names;
import org.calmanchor.core.model.Operation;
import org.calmanchor.core.model.PortType;
import org.calmanchor.core.model.Schema;
import org.calmanchor.core.model.Service;
import org.calmanchor.core.model.SoapVersion;
import org.calmanchor.core.problem.ProblemCode;
import org.calmanchor.core.schema.SchemaReader;

/** Reads a WSDL document and all that it imports into a contract. Used once. */
final class WsdlReader {
  private final URI location;
  private final DocumentProblems problems = new DocumentProblems();

  WsdlReader(URI location) {
    this.location = location;
  }

  ReadDocument read(DocumentSource source, SchemaCatalogue catalogue, DocumentLimits limits) {
    DocumentSet documents = DocumentLoader.load(location, source, catalogue, limits, problems);
    problems.throwIfAny(location);
    return read(documents);
  }

  ReadDocument read(DocumentSet documents) {
    XmlNode root = Objects.requireNonNull(documents.root()).root();
    checkRoot(root);
    checkImports(documents);
    List<Schema> schemas = SchemaReader.read(documents, problems);
    WsdlIndex index = new WsdlIndex(documents, problems);
    new Extensions(index).check(documents);
    MessageReader messages = new MessageReader(index, schemas);
    Contract contract = contract(root, schemas, index, messages);
    new FacetProblems(contract, problems).report();
    problems.throwIfAny(location);
    return new ReadDocument(contract, problems.notices(), documents);
  }

  private void checkRoot(XmlNode root) {
    if (!root.is(Names.WSDL, "definitions")) {
      problems.add(
          ProblemCode.DECLARATION_INVALID,
          location,
          root,
          "it is no WSDL 1.1 document: its root is " + root.name() + ".",
          root.is(Names.XSD, "schema")
              ? "Give the WSDL document that imports it. Types of a schema alone can be drafted: draft"
                  + " types."
              : "Give the document whose root is wsdl:definitions, of " + Names.WSDL + ".");
      problems.throwIfAny(location);
    }
  }

  private void checkImports(DocumentSet documents) {
    for (DocumentSet.Document document : documents.all()) {
      for (XmlNode reference : document.root().children(Names.WSDL, "import")) {
        DocumentSet.Document imported = documents.referred(reference);
        String wanted = reference.attributeOr("namespace", "").strip();
        String found =
            imported == null ? "" : imported.root().attributeOr("targetNamespace", "").strip();
        if (imported != null && !found.equals(wanted)) {
          problems.add(
              ProblemCode.DECLARATION_INVALID,
              document.location(),
              reference,
              "the document there is of namespace \"" + found + "\", not \"" + wanted + "\".",
              "Correct the location, or the namespace.");
        }
      }
    }
  }

  private Contract contract(
      XmlNode root, List<Schema> schemas, WsdlIndex index, MessageReader messages) {
    PortTypeReader operations = new PortTypeReader(index, messages, soapActions(index));
    Map<QName, Map<String, Operation>> all = new LinkedHashMap<>();
    for (WsdlIndex.Declared declared : index.all("portType")) {
      all.put(declared.name(), operations.operations(declared));
    }
    BindingReader reader = new BindingReader(index, messages, all);
    List<Binding> bindings = new ArrayList<>();
    for (WsdlIndex.Declared declared : index.all("binding")) {
      Binding binding = reader.read(declared);
      if (binding != null) {
        bindings.add(binding);
      }
    }
    List<Service> services = new ServiceReader(index, bindings).read();
    if (bindings.isEmpty() && !problems.areFound()) {
      problems.add(
          ProblemCode.NO_SOAP_PORT,
          location,
          root,
          "it has no operation that SOAP over HTTP can carry."
              + String.join(
                  "", problems.notices().stream().map(notice -> "\n  " + notice).toList()),
          "Add a literal SOAP binding, or import the document that has it.");
    }
    problems.throwIfAny(location);
    return new Contract(
        root.attributeOr("targetNamespace", "").strip(),
        schemas,
        messages.all(),
        portTypes(index, all, bindings),
        bindings,
        services);
  }

  /** The port types with the operations that a binding carries. */
  private static List<PortType> portTypes(
      WsdlIndex index, Map<QName, Map<String, Operation>> all, List<Binding> bindings) {
    Map<QName, Set<String>> bound = new HashMap<>();
    for (Binding binding : bindings) {
      Set<String> names = bound.computeIfAbsent(binding.portType(), name -> new HashSet<>());
      binding.operations().forEach(operation -> names.add(operation.name()));
    }
    List<PortType> portTypes = new ArrayList<>();
    for (WsdlIndex.Declared declared : index.all("portType")) {
      Set<String> names = bound.getOrDefault(declared.name(), Set.of());
      List<Operation> operations =
          all.getOrDefault(declared.name(), Map.of()).values().stream()
              .filter(operation -> names.contains(operation.name()))
              .toList();
      if (!operations.isEmpty()) {
        portTypes.add(
            new PortType(
                declared.name(),
                operations,
                WsdlIndex.doc(declared.node()),
                PortTypeReader.origin(declared.location(), declared.node())));
      }
    }
    return portTypes;
  }

  /** The SOAPAction of each operation in the first binding that gives it one. */
  private static Map<String, String> soapActions(WsdlIndex index) {
    Map<String, String> actions = new HashMap<>();
    for (WsdlIndex.Declared declared : index.all("binding")) {
      XmlNode node = declared.node();
      QName portType = node.resolve(node.attributeOr("type", "").strip());
      for (XmlNode operation : node.children(Names.WSDL, "operation")) {
        for (SoapVersion version : SoapVersion.values()) {
          XmlNode soap = operation.child(version.bindingNamespace(), "operation");
          String action = soap == null ? "" : soap.attributeOr("soapAction", "").strip();
          if (!action.isEmpty()) {
            actions.putIfAbsent(
                PortTypeReader.key(portType, operation.attributeOr("name", "").strip()), action);
          }
        }
      }
    }
    return actions;
  }
}
