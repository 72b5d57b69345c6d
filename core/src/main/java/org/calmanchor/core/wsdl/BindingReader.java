package org.calmanchor.core.wsdl;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import javax.xml.namespace.QName;
import org.calmanchor.core.document.XmlNode;
import org.calmanchor.core.model.Binding;
import org.calmanchor.core.model.Message;
import org.calmanchor.core.model.Names;
import org.calmanchor.core.model.Operation;
import org.calmanchor.core.model.SoapVersion;
import org.jspecify.annotations.Nullable;

/**
 * Reads SOAP bindings (WSDL 1.1, section 3). What cannot be called is passed over with a sentence.
 */
final class BindingReader {
  private static final String MIME = "http://schemas.xmlsoap.org/wsdl/mime/";
  private static final List<String> TRANSPORTS =
      List.of(
          "http://schemas.xmlsoap.org/soap/http",
          "http://schemas.xmlsoap.org/soap/http/",
          "http://www.w3.org/2003/05/soap/bindings/HTTP/",
          "http://www.w3.org/2003/05/soap/bindings/HTTP");

  private final WsdlIndex index;
  private final MessageReader messages;
  private final Map<QName, Map<String, Operation>> portTypes;

  /**
   * Creates a reader.
   *
   * @param portTypes the operations of each port type that can be called
   */
  BindingReader(
      WsdlIndex index, MessageReader messages, Map<QName, Map<String, Operation>> portTypes) {
    this.index = index;
    this.messages = messages;
    this.portTypes = portTypes;
  }

  /** A binding with at least one operation; null if SOAP cannot carry any. */
  @Nullable Binding read(WsdlIndex.Declared declared) {
    XmlNode node = declared.node();
    SoapVersion version = null;
    XmlNode soap = null;
    for (SoapVersion each : SoapVersion.values()) {
      XmlNode found = node.child(each.bindingNamespace(), "binding");
      if (found != null) {
        version = each;
        soap = found;
      }
    }
    String name = declared.name().getLocalPart();
    if (version == null || soap == null) {
      index.pass(declared, node, "The binding " + name + " is passed over: it is none of SOAP.");
      return null;
    }
    String transport = soap.attributeOr("transport", TRANSPORTS.get(0)).strip();
    if (!TRANSPORTS.contains(transport)) {
      index.pass(
          declared,
          soap,
          "The binding "
              + name
              + " is passed over: its transport is not HTTP, but "
              + transport
              + ".");
      return null;
    }
    WsdlIndex.Declared portType = index.referred(declared, node, "type", "portType");
    if (portType == null) {
      return null;
    }
    Map<String, Operation> operations = portTypes.getOrDefault(portType.name(), Map.of());
    List<Binding.BoundOperation> bound = new ArrayList<>();
    for (XmlNode each : node.children(Names.WSDL, "operation")) {
      Operation operation = operations.get(each.attributeOr("name", "").strip());
      if (operation != null) {
        Binding.BoundOperation read = operation(declared, version, soap, each, operation);
        if (read != null) {
          bound.add(read);
        }
      }
    }
    return bound.isEmpty() ? null : new Binding(declared.name(), portType.name(), version, bound);
  }

  private Binding.@Nullable BoundOperation operation(
      WsdlIndex.Declared declared,
      SoapVersion version,
      XmlNode soapBinding,
      XmlNode node,
      Operation operation) {
    String soap = version.bindingNamespace();
    XmlNode own = node.child(soap, "operation");
    String byDefault = soapBinding.attributeOr("style", "document");
    String style = (own == null ? byDefault : own.attributeOr("style", byDefault)).strip();
    boolean isRpc = style.equals("rpc");
    XmlNode inputNode = node.child(Names.WSDL, "input");
    XmlNode outputNode = node.child(Names.WSDL, "output");
    if (inputNode == null || (outputNode == null && operation.output() != null)) {
      index.invalid(
          declared,
          node,
          "the binding of " + operation.name() + " has not the messages of its port type.",
          "Write wsdl:input and wsdl:output as the port type has them.");
      return null;
    }
    MessageUse use = new MessageUse(declared, soap, isRpc, operation.name());
    Binding.BoundMessage input = message(use, inputNode, operation.input().message());
    if (input == null) {
      return null;
    }
    Binding.BoundMessage output = null;
    if (operation.output() != null && outputNode != null) {
      output = message(use, outputNode, operation.output().message());
      if (output == null) {
        return null;
      }
    }
    return new Binding.BoundOperation(
        operation.name(),
        own == null ? "" : own.attributeOr("soapAction", "").strip(),
        isRpc ? Binding.Style.RPC : Binding.Style.DOCUMENT,
        input,
        output);
  }

  /** Where a message is used. */
  private record MessageUse(
      WsdlIndex.Declared binding, String soap, boolean isRpc, String operation) {}

  private Binding.@Nullable BoundMessage message(MessageUse use, XmlNode node, QName messageName) {
    XmlNode holder = node;
    XmlNode multipart = node.child(MIME, "multipartRelated");
    if (multipart != null) {
      index.pass(
          use.binding(),
          multipart,
          "The attachments of " + use.operation() + " are passed over: only its envelope is read.");
      holder =
          multipart.children(MIME, "part").stream()
              .filter(part -> part.child(use.soap(), "body") != null)
              .findFirst()
              .orElse(node);
    }
    XmlNode body = holder.child(use.soap(), "body");
    if (body == null) {
      return passed(use, node, "its binding does not say what stands in the body");
    }
    if (isEncoded(body)) {
      return passed(use, body, "its body is encoded, which no schema can describe");
    }
    Message message = messages.get(messageName);
    List<Binding.HeaderUse> headers = headers(use, holder, "header");
    List<String> parts = parts(body, message, headers);
    List<Message.Part> chosen =
        parts == null
            ? message.parts()
            : message.parts().stream().filter(part -> parts.contains(part.name())).toList();
    if (parts != null && chosen.size() != parts.size()) {
      return passed(use, body, "its body names parts that the message does not have");
    }
    Message.Kind wanted = use.isRpc() ? Message.Kind.TYPE : Message.Kind.ELEMENT;
    if (chosen.stream().anyMatch(part -> part.kind() != wanted)) {
      return passed(
          use,
          body,
          use.isRpc()
              ? "its style is rpc, but a part is an element instead of having a type"
              : "its style is document, but a part has a type instead of being an element");
    }
    if (!use.isRpc() && chosen.size() > 1) {
      return passed(use, body, "its body would have several elements");
    }
    return new Binding.BoundMessage(
        parts, use.isRpc() ? body.attributeOr("namespace", "").strip() : "", headers);
  }

  private Binding.@Nullable BoundMessage passed(MessageUse use, XmlNode node, String why) {
    index.pass(
        use.binding(), node, "The operation " + use.operation() + " is passed over: " + why + ".");
    return null;
  }

  private static boolean isEncoded(XmlNode node) {
    return node.attributeOr("use", "literal").strip().equals("encoded");
  }

  /**
   * The names of the parts in the body; null if all are. Parts that are header blocks are not in
   * the body, also where the binding does not name the parts.
   */
  private static @Nullable List<String> parts(
      XmlNode body, Message message, List<Binding.HeaderUse> headers) {
    String written = body.attribute("parts");
    if (written != null) {
      return List.of(written.strip().split("\\s+")).stream()
          .filter(part -> !part.isEmpty())
          .toList();
    }
    List<String> others =
        headers.stream()
            .filter(header -> header.message().equals(message.name()))
            .map(Binding.HeaderUse::part)
            .toList();
    return others.isEmpty()
        ? null
        : message.parts().stream()
            .map(Message.Part::name)
            .filter(part -> !others.contains(part))
            .toList();
  }

  private List<Binding.HeaderUse> headers(MessageUse use, XmlNode holder, String element) {
    List<Binding.HeaderUse> headers = new ArrayList<>();
    for (XmlNode node : holder.children(use.soap(), element)) {
      Message message = messages.referred(use.binding(), node);
      if (message == null) {
        continue;
      }
      String part = node.attributeOr("part", "").strip();
      boolean isElement =
          message.parts().stream()
              .anyMatch(each -> each.name().equals(part) && each.kind() == Message.Kind.ELEMENT);
      if (!isElement || isEncoded(node)) {
        index.pass(
            use.binding(),
            node,
            "A header block of "
                + use.operation()
                + " is passed over: "
                + (isElement ? "it is encoded." : "its part is no element."));
        continue;
      }
      headers.add(new Binding.HeaderUse(message.name(), part, headers(use, node, "headerfault")));
    }
    return headers;
  }
}
