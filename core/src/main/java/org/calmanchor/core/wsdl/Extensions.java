package org.calmanchor.core.wsdl;

import java.util.HashSet;
import java.util.Set;
import javax.xml.namespace.QName;
import org.calmanchor.core.document.DocumentSet;
import org.calmanchor.core.document.XmlNode;
import org.calmanchor.core.model.Names;
import org.calmanchor.core.model.SoapVersion;

/**
 * Reports what a document asks for beyond WSDL and its SOAP bindings (WSDL 1.1, section 2.1.3):
 * refused if it is required, else passed over with a sentence.
 */
final class Extensions {
  private static final QName REQUIRED = new QName(Names.WSDL, "required");
  private static final String POLICY = "http://www.w3.org/ns/ws-policy";
  private static final Set<String> KNOWN =
      Set.of(
          Names.WSDL,
          Names.XSD,
          SoapVersion.SOAP_1_1.bindingNamespace(),
          SoapVersion.SOAP_1_2.bindingNamespace(),
          "http://schemas.xmlsoap.org/wsdl/http/",
          "http://schemas.xmlsoap.org/wsdl/mime/");

  private final WsdlIndex index;
  private final Set<QName> passed = new HashSet<>();

  Extensions(WsdlIndex index) {
    this.index = index;
  }

  void check(DocumentSet documents) {
    for (DocumentSet.Document document : documents.all()) {
      if (document.root().is(Names.WSDL, "definitions")) {
        check(document, document.root());
      }
    }
  }

  private void check(DocumentSet.Document document, XmlNode node) {
    for (XmlNode child : node.children()) {
      String namespace = child.name().getNamespaceURI();
      if (namespace.equals(Names.WSDL)) {
        boolean isContent =
            child.name().getLocalPart().equals("types")
                || child.name().getLocalPart().equals("documentation");
        if (!isContent) {
          check(document, child);
        }
      } else if (!KNOWN.contains(namespace)) {
        unknown(document, child);
      }
    }
  }

  private void unknown(DocumentSet.Document document, XmlNode node) {
    String required = node.attributes().getOrDefault(REQUIRED, "false").strip();
    if (required.equals("true") || required.equals("1")) {
      index.unsupported(
          document.location(),
          node,
          "it requires the extension " + node.name() + ", which is not supported.",
          "Ask for a document without it, or remove wsdl:required if calls work without it.");
    } else if (passed.add(node.name())) {
      boolean isPolicy = node.name().getNamespaceURI().equals(POLICY);
      if (!isPolicy || node.name().getLocalPart().equals("Policy")) {
        index.pass(
            document.location(),
            node,
            isPolicy
                ? "A policy (WS-Policy) is passed over: it may ask for credentials or TLS."
                : "The extension "
                    + node.name()
                    + " is passed over: what it asks for is not done.");
      }
    }
  }
}
