package org.calmanchor.core.wsdl;

import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Set;
import javax.xml.namespace.QName;
import org.calmanchor.core.model.Contract;
import org.calmanchor.core.model.Names;
import org.calmanchor.core.model.Schema;
import org.calmanchor.core.model.SoapVersion;
import org.calmanchor.core.model.TypeUse;

/** The prefixes of one document: fixed ones for the standards, {@code tns} and {@code ns1} on. */
final class DocumentPrefixes {
  private final Map<String, String> byNamespace = new LinkedHashMap<>();

  private DocumentPrefixes() {}

  DocumentPrefixes(Contract contract) {
    byNamespace.put(Names.WSDL, "wsdl");
    byNamespace.put(Names.XSD, "xsd");
    byNamespace.put(SoapVersion.SOAP_1_1.bindingNamespace(), "soap");
    byNamespace.put(SoapVersion.SOAP_1_2.bindingNamespace(), "soap12");
    types(contract);
  }

  /**
   * The prefixes for a schema document of its own; they are the same as in the complete document.
   */
  static DocumentPrefixes ofSchema(Contract contract, Schema schema) {
    DocumentPrefixes all = new DocumentPrefixes();
    all.types(contract);
    DocumentPrefixes own = new DocumentPrefixes();
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

  private void types(Contract contract) {
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
    byNamespace.forEach((namespace, prefix) -> all.and("xmlns:" + prefix, namespace));
    return all;
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
