package org.calmanchor.core.conformance;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Collectors;
import javax.xml.namespace.QName;
import org.calmanchor.core.document.XmlNode;
import org.calmanchor.core.model.Names;
import org.jspecify.annotations.Nullable;

/** Judges one binding and the messages that it binds. */
final class BindingCheck {
  private static final String HTTP = "http://schemas.xmlsoap.org/soap/http";

  private final WsdlView wsdl;
  private final WsdlView.Binding binding;
  private final Findings findings;
  private final Map<String, XmlNode> abstractOperations = new HashMap<>();
  private final Map<String, String> signatures = new HashMap<>();

  BindingCheck(WsdlView wsdl, WsdlView.Binding binding, Findings findings) {
    this.wsdl = wsdl;
    this.binding = binding;
    this.findings = findings;
    XmlNode portType = wsdl.parts().portTypes().get(binding.portType());
    if (portType != null) {
      portType
          .children(Names.WSDL, "operation")
          .forEach(each -> abstractOperations.put(each.attributeOr("name", ""), each));
    }
  }

  void run() {
    XmlNode soap = binding.soap();
    if (soap == null) {
      findings.add(
          Rule.R2401, binding.node(), "binding " + binding.name() + " has no soap:binding.");
      return;
    }
    String transport = soap.attribute("transport");
    if (transport == null) {
      findings.add(Rule.R2701, soap, "it has no transport.");
    } else if (!transport.equals(HTTP)) {
      findings.add(Rule.R2702, soap, "its transport is \"" + transport + "\".");
    }
    List<XmlNode> operations = binding.node().children(Names.WSDL, "operation");
    sameOperations(operations);
    Set<String> styles = new TreeSet<>();
    operations.forEach(operation -> styles.add(style(operation)));
    if (styles.size() > 1) {
      findings.add(Rule.R2705, binding.node(), "it mixes " + String.join(" and ", styles) + ".");
    }
    operations.forEach(this::operation);
  }

  private void sameOperations(List<XmlNode> operations) {
    Set<String> bound =
        operations.stream().map(o -> o.attributeOr("name", "")).collect(Collectors.toSet());
    if (wsdl.parts().portTypes().containsKey(binding.portType())
        && !bound.equals(abstractOperations.keySet())) {
      Set<String> differing = new TreeSet<>(bound);
      differing.addAll(abstractOperations.keySet());
      differing.removeIf(name -> bound.contains(name) && abstractOperations.containsKey(name));
      findings.add(
          Rule.R2718,
          binding.node(),
          "only one of binding and port type has " + String.join(", ", differing) + ".");
    }
  }

  private String style(XmlNode operation) {
    XmlNode soap = operation.child(binding.namespace(), "operation");
    String byDefault =
        binding.soap() == null ? "document" : binding.soap().attributeOr("style", "document");
    return soap == null ? byDefault : soap.attributeOr("style", byDefault);
  }

  private void operation(XmlNode operation) {
    boolean isRpc = style(operation).equals("rpc");
    XmlNode described = abstractOperations.get(operation.attributeOr("name", ""));
    for (String direction : List.of("input", "output")) {
      XmlNode bound = operation.child(Names.WSDL, direction);
      XmlNode use = described == null ? null : described.child(Names.WSDL, direction);
      if (bound != null) {
        message(bound, messageOf(use), isRpc, direction.equals("input") ? operation : null);
      }
    }
    for (XmlNode fault : operation.children(Names.WSDL, "fault")) {
      fault(fault, isRpc);
    }
    if (described != null) {
      Set<String> bound = new TreeSet<>();
      operation
          .children(Names.WSDL, "fault")
          .forEach(fault -> bound.add(fault.attributeOr("name", "")));
      for (XmlNode fault : described.children(Names.WSDL, "fault")) {
        if (!bound.contains(fault.attributeOr("name", ""))) {
          findings.add(Rule.R2740, operation, "it lacks fault " + fault.attribute("name") + ".");
        }
      }
    }
  }

  private @Nullable XmlNode messageOf(@Nullable XmlNode use) {
    String name = use == null ? null : use.attribute("message");
    return use == null || name == null ? null : wsdl.parts().messages().get(use.resolve(name));
  }

  private void message(
      XmlNode bound, @Nullable XmlNode message, boolean isRpc, @Nullable XmlNode signing) {
    List<String> inHeaders = new ArrayList<>();
    for (XmlNode header : bound.children(binding.namespace(), "header")) {
      header(header, isRpc, inHeaders, message);
    }
    XmlNode body = bound.child(binding.namespace(), "body");
    if (body == null) {
      return;
    }
    literal(body);
    String namespace = body.attribute("namespace");
    if (!isRpc && namespace != null) {
      findings.add(Rule.R2716, body, "it gives namespace \"" + namespace + "\".");
    } else if (isRpc && !DocumentCheck.isAbsolute(namespace)) {
      findings.add(Rule.R2717, body, "its namespace is not an absolute URI.");
    }
    if (message != null) {
      List<XmlNode> parts = partsOf(body, message, isRpc);
      kinds(body, parts, isRpc);
      unbound(bound, message, parts, inHeaders);
      if (signing != null) {
        sign(signing, parts, isRpc);
      }
    }
  }

  /** The message parts that a soap:body carries; with document/literal at most one is allowed. */
  private List<XmlNode> partsOf(XmlNode body, XmlNode message, boolean isRpc) {
    List<XmlNode> all = message.children(Names.WSDL, "part");
    String listed = body.attribute("parts");
    if (listed == null) {
      if (!isRpc && all.size() > 1) {
        findings.add(
            Rule.R2210,
            body,
            "message " + message.attribute("name") + " has " + all.size() + " parts.");
      }
      return all;
    }
    List<String> names = Arrays.asList(listed.strip().split("\\s+", -1));
    if (!isRpc && names.size() > 1) {
      findings.add(Rule.R2201, body, "it lists parts \"" + listed + "\".");
    }
    return all.stream().filter(part -> names.contains(part.attributeOr("name", ""))).toList();
  }

  private void kinds(XmlNode body, List<XmlNode> parts, boolean isRpc) {
    for (XmlNode part : parts) {
      if (part.attribute(isRpc ? "type" : "element") == null) {
        findings.add(
            isRpc ? Rule.R2203 : Rule.R2204,
            body,
            "part " + part.attribute("name") + " has " + (isRpc ? "no type." : "no element."));
      }
    }
  }

  private void unbound(
      XmlNode bound, XmlNode message, List<XmlNode> parts, List<String> inHeaders) {
    for (XmlNode part : message.children(Names.WSDL, "part")) {
      String name = part.attributeOr("name", "");
      if (!parts.contains(part) && !inHeaders.contains(name)) {
        findings.add(Rule.R2209, bound, "part " + name + " is bound to nothing.");
      }
    }
  }

  private void sign(XmlNode operation, List<XmlNode> parts, boolean isRpc) {
    String name = operation.attributeOr("name", "");
    String signature =
        isRpc
            ? name
            : parts.stream()
                .map(part -> part.resolve(part.attributeOr("element", "")).toString())
                .collect(Collectors.joining());
    String other = signatures.putIfAbsent(signature, name);
    if (other != null) {
      findings.add(
          Rule.R2710, operation, name + " and " + other + " look the same: " + signature + ".");
    }
  }

  private void literal(XmlNode node) {
    if (!node.attributeOr("use", "literal").equals("literal")) {
      findings.add(
          Rule.R2706,
          node,
          "the use of " + node.name().getLocalPart() + " is " + node.attribute("use") + ".");
    }
  }

  private void header(
      XmlNode header, boolean isRpc, List<String> inHeaders, @Nullable XmlNode ofBody) {
    literal(header);
    noNamespace(header, isRpc);
    String part = header.attributeOr("part", "");
    if (!part.matches("[\\w.:-]+")) {
      findings.add(Rule.R2720, header, "its part is \"" + part + "\".");
    }
    if (header.attribute("parts") != null) {
      findings.add(Rule.R2749, header, "it lists parts.");
    }
    QName name = header.resolve(header.attributeOr("message", ""));
    XmlNode message = wsdl.parts().messages().get(name);
    if (message == null) {
      if (wsdl.isDangling(name, wsdl.parts().messages().keySet())) {
        findings.add(Rule.R2101, header, "message " + name + " is not there.");
      }
      return;
    }
    if (message.equals(ofBody)) {
      inHeaders.add(part);
    }
    elements(header, message, part);
  }

  private void elements(XmlNode at, XmlNode message, @Nullable String only) {
    for (XmlNode part : message.children(Names.WSDL, "part")) {
      boolean isMeant = only == null || only.equals(part.attributeOr("name", ""));
      if (isMeant && part.attribute("element") == null) {
        findings.add(Rule.R2205, at, "part " + part.attribute("name") + " has no element.");
      }
    }
  }

  private void noNamespace(XmlNode node, boolean isRpc) {
    String namespace = node.attribute("namespace");
    if (namespace != null) {
      findings.add(
          isRpc ? Rule.R2726 : Rule.R2716, node, "it gives namespace \"" + namespace + "\".");
    }
  }

  private void fault(XmlNode fault, boolean isRpc) {
    XmlNode soap = fault.child(binding.namespace(), "fault");
    if (soap == null) {
      return;
    }
    literal(soap);
    noNamespace(soap, isRpc);
    String name = soap.attribute("name");
    if (name == null) {
      findings.add(Rule.R2721, soap, "it has no name.");
    } else if (!name.equals(fault.attribute("name"))) {
      findings.add(
          Rule.R2754, soap, "it is named " + name + " within " + fault.attribute("name") + ".");
    }
    XmlNode operation = abstractOperations.get(operationOf(fault));
    if (operation != null) {
      operation.children(Names.WSDL, "fault").stream()
          .filter(each -> each.attributeOr("name", "").equals(fault.attribute("name")))
          .map(this::messageOf)
          .filter(Objects::nonNull)
          .forEach(message -> elements(soap, message, null));
    }
  }

  private String operationOf(XmlNode fault) {
    return binding.node().children(Names.WSDL, "operation").stream()
        .filter(operation -> operation.children().contains(fault))
        .map(operation -> operation.attributeOr("name", ""))
        .findFirst()
        .orElse("");
  }
}
