package org.calmanchor.core.conformance;

import java.util.Arrays;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import javax.xml.namespace.QName;
import org.calmanchor.core.document.XmlNode;
import org.calmanchor.core.model.Names;
import org.calmanchor.core.model.SoapVersion;
import org.jspecify.annotations.Nullable;

/** Judges messages, port types and services: the abstract part, and the addresses. */
final class PortTypeCheck {
  private final WsdlView wsdl;
  private final Findings findings;

  PortTypeCheck(WsdlView wsdl, Findings findings) {
    this.wsdl = wsdl;
    this.findings = findings;
  }

  void run() {
    wsdl.messages().forEach(this::message);
    wsdl.portTypes().forEach(this::portType);
    wsdl.bindings().forEach(binding -> reference(binding.node(), "type", wsdl.parts().portTypes()));
    wsdl.services().forEach(this::service);
  }

  private void message(XmlNode message) {
    for (XmlNode part : message.children(Names.WSDL, "part")) {
      String element = part.attribute("element");
      if (element != null && part.attribute("type") != null) {
        findings.add(Rule.R2306, part, "part " + part.attribute("name") + " has both.");
      }
      if (element != null) {
        QName name = part.resolve(element);
        if (wsdl.parts().hasSchema(name.getNamespaceURI()) && !wsdl.parts().hasElement(name)) {
          findings.add(Rule.R2206, part, "there is no element " + name + ".");
        }
      }
    }
  }

  private void portType(XmlNode portType) {
    Set<String> names = new HashSet<>();
    for (XmlNode operation : portType.children(Names.WSDL, "operation")) {
      String name = operation.attributeOr("name", "");
      if (!names.add(name)) {
        findings.add(Rule.R2304, operation, "there is another operation " + name + ".");
      }
      XmlNode input = operation.child(Names.WSDL, "input");
      XmlNode output = operation.child(Names.WSDL, "output");
      List<XmlNode> children = operation.children();
      if (input == null || (output != null && children.indexOf(output) < children.indexOf(input))) {
        findings.add(Rule.R2303, operation, "operation " + name + " begins with its output.");
      }
      parameterOrder(operation, output);
      for (XmlNode child : children) {
        reference(child, "message", wsdl.parts().messages());
      }
    }
  }

  private void parameterOrder(XmlNode operation, @Nullable XmlNode output) {
    String order = operation.attribute("parameterOrder");
    String message = output == null ? null : output.attribute("message");
    XmlNode answer =
        output == null || message == null
            ? null
            : wsdl.parts().messages().get(output.resolve(message));
    if (order == null || answer == null) {
      return;
    }
    List<String> named = Arrays.asList(order.strip().split("\\s+", -1));
    long missing =
        answer.children(Names.WSDL, "part").stream()
            .filter(part -> !named.contains(part.attributeOr("name", "")))
            .count();
    if (missing > 1) {
      findings.add(Rule.R2305, operation, missing + " parts of the answer are left out.");
    }
  }

  private void reference(XmlNode node, String attribute, Map<QName, XmlNode> known) {
    String value = node.attribute(attribute);
    if (value == null || !node.name().getNamespaceURI().equals(Names.WSDL)) {
      return;
    }
    QName name = node.resolve(value);
    if (wsdl.isDangling(name, known.keySet())) {
      findings.add(Rule.R2101, node, attribute + " \"" + value + "\" is not there.");
    }
  }

  private void service(XmlNode service) {
    Map<String, XmlNode> addresses = new HashMap<>();
    for (XmlNode port : service.children(Names.WSDL, "port")) {
      for (SoapVersion version : SoapVersion.values()) {
        XmlNode address = port.child(version.bindingNamespace(), "address");
        if (address != null) {
          String location = address.attributeOr("location", "");
          if (addresses.putIfAbsent(version + location, port) != null) {
            findings.add(Rule.R2711, address, "another port is at " + location + " too.");
          }
        }
      }
      QName binding = port.resolve(port.attributeOr("binding", ""));
      if (wsdl.isDangling(binding, wsdl.parts().bindings())) {
        findings.add(Rule.R2101, port, "binding " + binding + " is not there.");
      }
    }
  }
}
