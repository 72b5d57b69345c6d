package org.calmanchor.core.content;

import java.net.URI;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import javax.xml.namespace.QName;
import javax.xml.validation.Schema;
import org.calmanchor.core.Standards;
import org.calmanchor.core.model.ComplexType;
import org.calmanchor.core.model.Contract;
import org.calmanchor.core.model.ElementDeclaration;
import org.calmanchor.core.model.Member;
import org.calmanchor.core.model.Operation;
import org.calmanchor.core.model.PortType;
import org.calmanchor.core.model.TypeUse;
import org.w3c.dom.Element;
import org.w3c.dom.NodeList;

/** Compiles the schemas of documents by the JDK, with one for the elements of rpc style. */
public final class JdkSchemas {
  private JdkSchemas() {}

  static Schema written(String wsdl, Contract contract) throws Exception {
    return of(Map.of("partner.wsdl", wsdl), contract);
  }

  public static Schema of(Map<String, String> texts, Contract contract) throws Exception {
    Map<String, String> byLocation = new LinkedHashMap<>();
    Map<String, String> byNamespace = new LinkedHashMap<>();
    List<String> roots = new ArrayList<>();
    for (Map.Entry<String, String> text : texts.entrySet()) {
      String location = "memory:/" + text.getKey();
      byLocation.put(location, text.getValue());
      if (text.getKey().endsWith(".xsd")) {
        continue;
      }
      NodeList schemas =
          Standards.parse(text.getValue())
              .getElementsByTagNameNS("http://www.w3.org/2001/XMLSchema", "schema");
      for (int i = 0; i < schemas.getLength(); i++) {
        Element schema = (Element) schemas.item(i);
        String inner = location + "?" + i;
        String standAlone = Standards.standAloneText(schema);
        byLocation.put(inner, standAlone);
        byNamespace.put(schema.getAttribute("targetNamespace"), standAlone);
        roots.add(inner);
      }
    }
    wrappers(contract)
        .forEach(
            (location, text) -> {
              byLocation.put(location, text);
              roots.add(location);
            });
    return Standards.schema(
        (namespace, systemId, base) -> {
          if (systemId == null) {
            return byNamespace.get(String.valueOf(namespace));
          }
          String plain = base == null ? "memory:/" : base.replaceAll("\\?.*", "");
          return byLocation.get(URI.create(plain).resolve(systemId).toString());
        },
        roots,
        byLocation);
  }

  private static Map<String, String> wrappers(Contract contract) {
    Map<String, String> schemas = new LinkedHashMap<>();
    for (PortType portType : contract.portTypes()) {
      for (Operation operation : portType.operations()) {
        ElementDeclaration element = contract.request(operation);
        if (element != null && contract.knownElement(element.name()) == null) {
          schemas.put("memory:/wrapper-" + operation.name(), wrapper(contract, element));
        }
      }
    }
    return schemas;
  }

  private static String wrapper(Contract contract, ElementDeclaration element) {
    StringBuilder imports = new StringBuilder();
    StringBuilder parts = new StringBuilder();
    int next = 0;
    for (Member member : contract.members((ComplexType) element.type())) {
      QName type = ((TypeUse.Named) member.element().type()).name();
      String prefix = "p" + next++;
      if (!type.getNamespaceURI().equals("http://www.w3.org/2001/XMLSchema")
          && imports.indexOf("'" + type.getNamespaceURI() + "'") < 0) {
        imports.append("<xs:import namespace='" + type.getNamespaceURI() + "'/>");
      }
      parts.append(
          "<xs:element name='%s' xmlns:%s='%s' type='%s:%s'/>"
              .formatted(
                  member.name(), prefix, type.getNamespaceURI(), prefix, type.getLocalPart()));
    }
    String target =
        element.name().getNamespaceURI().isEmpty()
            ? ""
            : "targetNamespace='" + element.name().getNamespaceURI() + "'";
    return "<xs:schema xmlns:xs='http://www.w3.org/2001/XMLSchema' "
        + target
        + ">"
        + imports
        + "<xs:element name='"
        + element.name().getLocalPart()
        + "'><xs:complexType><xs:sequence>"
        + parts
        + "</xs:sequence></xs:complexType></xs:element></xs:schema>";
  }
}
