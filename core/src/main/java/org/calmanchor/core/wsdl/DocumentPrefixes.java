package org.calmanchor.core.wsdl;

import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Set;
import javax.xml.XMLConstants;
import javax.xml.namespace.QName;
import org.calmanchor.core.model.Contract;
import org.calmanchor.core.model.Names;
import org.calmanchor.core.model.Schema;
import org.calmanchor.core.model.SoapVersion;
import org.calmanchor.core.model.TypeUse;

/** The prefixes of one document: fixed ones for the standards, {@code tns} and {@code ns1} on. */
final class DocumentPrefixes {
  private final Contract contract;
  private final Map<String, String> byNamespace = new LinkedHashMap<>();

  private DocumentPrefixes(Contract contract) {
    this.contract = contract;
  }

  /** The prefixes of a WSDL document. */
  static DocumentPrefixes ofWsdl(Contract contract) {
    DocumentPrefixes prefixes = new DocumentPrefixes(contract);
    prefixes.byNamespace.put(Names.WSDL, "wsdl");
    prefixes.byNamespace.put(Names.XSD, "xsd");
    prefixes.byNamespace.put(SoapVersion.SOAP_1_1.bindingNamespace(), "soap");
    prefixes.byNamespace.put(SoapVersion.SOAP_1_2.bindingNamespace(), "soap12");
    prefixes.addSchemas();
    return prefixes;
  }

  /**
   * The prefixes for a schema document of its own; they are the same as in the complete document.
   */
  static DocumentPrefixes ofSchema(Contract contract, Schema schema) {
    DocumentPrefixes all = new DocumentPrefixes(contract);
    all.addSchemas();
    DocumentPrefixes own = new DocumentPrefixes(contract);
    own.byNamespace.put(Names.XSD, "xsd");
    Set<String> used = References.of(schema);
    used.add(schema.targetNamespace());
    all.byNamespace.forEach(
        (namespace, prefix) -> {
          if (used.contains(namespace)) {
            own.byNamespace.put(namespace, prefix);
          }
        });
    return own;
  }

  private void addSchemas() {
    byNamespace.put(XMLConstants.XML_NS_URI, "xml");
    byNamespace.put(contract.targetNamespace(), "tns");
    int next = 1;
    for (Schema schema : contract.schemas()) {
      if (!schema.targetNamespace().isEmpty()
          && !byNamespace.containsKey(schema.targetNamespace())) {
        byNamespace.put(schema.targetNamespace(), "ns" + next++);
      }
    }
  }

  Attributes declarations() {
    Attributes all = new Attributes();
    byNamespace.forEach(
        (namespace, prefix) -> {
          if (!prefix.equals("xml")) {
            all.and("xmlns:" + prefix, namespace);
          }
        });
    return all;
  }

  /** Whether values of a type are names, which need prefixes. */
  boolean isName(TypeUse type) {
    QName builtIn = contract.builtIn(type);
    return builtIn.equals(Names.xsd("QName")) || builtIn.equals(Names.xsd("NOTATION"));
  }

  /** A reference to a named type. */
  String reference(TypeUse use) {
    return of(((TypeUse.Named) use).name());
  }

  String of(QName name) {
    if (name.getNamespaceURI().isEmpty()) {
      return name.getLocalPart();
    }
    String prefix = byNamespace.get(name.getNamespaceURI());
    if (prefix == null) {
      throw new IllegalArgumentException("no schema of the contract has " + name);
    }
    return prefix + ":" + name.getLocalPart();
  }

  String binding(SoapVersion version) {
    return byNamespace.getOrDefault(version.bindingNamespace(), "soap");
  }
}
