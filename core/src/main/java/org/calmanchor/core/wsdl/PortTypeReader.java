package org.calmanchor.core.wsdl;

import java.net.URI;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import javax.xml.namespace.QName;
import org.calmanchor.core.document.DocumentProblems;
import org.calmanchor.core.document.XmlNode;
import org.calmanchor.core.model.Message;
import org.calmanchor.core.model.Names;
import org.calmanchor.core.model.Operation;
import org.calmanchor.core.model.Origin;
import org.jspecify.annotations.Nullable;

/** Reads the operations of port types (WSDL 1.1, section 2.4). */
final class PortTypeReader {
  private static final List<String> ACTION_NAMESPACES =
      List.of(
          "http://www.w3.org/2007/05/addressing/metadata",
          "http://www.w3.org/2006/05/addressing/wsdl",
          "http://www.w3.org/2006/02/addressing/wsdl");

  private final WsdlIndex index;
  private final MessageReader messages;
  private final Map<String, String> soapActions;

  /**
   * Creates a reader.
   *
   * @param soapActions the SOAPAction of operations that have one, by port type and operation
   */
  PortTypeReader(WsdlIndex index, MessageReader messages, Map<String, String> soapActions) {
    this.index = index;
    this.messages = messages;
    this.soapActions = soapActions;
  }

  /** The operations that can be called, by name; those of one name are passed over. */
  Map<String, Operation> operations(WsdlIndex.Declared portType) {
    Map<String, Operation> operations = new LinkedHashMap<>();
    Set<String> repeated = new HashSet<>();
    for (XmlNode node : portType.node().children(Names.WSDL, "operation")) {
      String name = node.attributeOr("name", "").strip();
      if (!Names.isNcName(name)) {
        index.invalid(portType, node, "an operation needs a name.", "Write name=\"...\".");
        continue;
      }
      Operation operation = operation(portType, node, name);
      if (operation != null && operations.put(name, operation) != null) {
        repeated.add(name);
        index.pass(
            portType,
            node,
            "The operations " + name + " are passed over: there are several of one name.");
      }
    }
    operations.keySet().removeAll(repeated);
    return operations;
  }

  private @Nullable Operation operation(WsdlIndex.Declared portType, XmlNode node, String name) {
    XmlNode input = node.child(Names.WSDL, "input");
    XmlNode output = node.child(Names.WSDL, "output");
    List<XmlNode> parts = node.childrenIn(Names.WSDL);
    if (input == null || (output != null && parts.indexOf(output) < parts.indexOf(input))) {
      index.pass(
          portType,
          node,
          "The operation " + name + " is passed over: the service would send the first message.");
      return null;
    }
    Message request = messages.referred(portType, input);
    Message response = output == null ? null : messages.referred(portType, output);
    if (request == null || (output != null && response == null)) {
      return null;
    }
    String soapAction = soapActions.getOrDefault(key(portType.name(), name), "");
    return new Operation(
        name,
        new Operation.MessageUse(
            request.name(),
            action(
                input,
                soapAction.isEmpty()
                    ? byDefault(portType.name(), input.attributeOr("name", name))
                    : soapAction)),
        output == null || response == null
            ? null
            : new Operation.MessageUse(
                response.name(),
                action(
                    output,
                    byDefault(portType.name(), output.attributeOr("name", name + "Response")))),
        faults(portType, node, name),
        WsdlIndex.doc(node),
        origin(portType.location(), node));
  }

  static Origin origin(URI location, XmlNode node) {
    return Origin.of(DocumentProblems.place(location, node));
  }

  static String key(QName portType, String operation) {
    return portType + " " + operation;
  }

  private List<Operation.FaultUse> faults(
      WsdlIndex.Declared portType, XmlNode operation, String name) {
    List<Operation.FaultUse> faults = new ArrayList<>();
    for (XmlNode node : operation.children(Names.WSDL, "fault")) {
      Message message = messages.referred(portType, node);
      if (message == null) {
        continue;
      }
      String fault = node.attributeOr("name", "").strip();
      if (message.parts().size() != 1 || message.parts().get(0).kind() != Message.Kind.ELEMENT) {
        index.pass(
            portType,
            node,
            "The fault "
                + fault
                + " of "
                + name
                + " is passed over: its message is not one part that is an element.");
        continue;
      }
      faults.add(
          new Operation.FaultUse(
              fault,
              message.name(),
              action(node, byDefault(portType.name(), name + "/Fault/" + fault))));
    }
    return faults;
  }

  /** The action of a message (WS-Addressing 1.0 Metadata, section 4.4.1), or the default one. */
  private static String action(XmlNode node, String otherwise) {
    for (String namespace : ACTION_NAMESPACES) {
      String action = node.attributes().get(new QName(namespace, "Action"));
      if (action != null) {
        return action.strip();
      }
    }
    return otherwise;
  }

  /** The default action of a message (WS-Addressing 1.0 Metadata, section 4.4.4). */
  private static String byDefault(QName portType, String last) {
    String namespace = portType.getNamespaceURI();
    String separator = namespace.startsWith("urn:") ? ":" : "/";
    String base = namespace.endsWith(separator) ? namespace : namespace + separator;
    return base + portType.getLocalPart() + separator + last.replace("/", separator);
  }
}
