package org.calmanchor.core.wsdl;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.function.Predicate;
import java.util.stream.Collectors;
import javax.xml.namespace.QName;
import org.calmanchor.core.document.DocumentProblems;
import org.calmanchor.core.document.XmlNode;
import org.calmanchor.core.lexical.BuiltIns;
import org.calmanchor.core.model.ElementDeclaration;
import org.calmanchor.core.model.Message;
import org.calmanchor.core.model.Names;
import org.calmanchor.core.model.Origin;
import org.calmanchor.core.model.Schema;
import org.calmanchor.core.model.TypeDefinition;
import org.calmanchor.core.problem.NearMiss;
import org.jspecify.annotations.Nullable;

/** Reads messages (WSDL 1.1, section 2.3). */
final class MessageReader {
  private final WsdlIndex index;
  private final Set<QName> elements;
  private final Set<QName> types;
  private final Map<QName, Message> read = new LinkedHashMap<>();

  MessageReader(WsdlIndex index, List<Schema> schemas) {
    this.index = index;
    this.elements =
        schemas.stream()
            .flatMap(schema -> schema.elements().stream())
            .map(ElementDeclaration::name)
            .collect(Collectors.toSet());
    this.types =
        schemas.stream()
            .flatMap(schema -> schema.types().stream())
            .map(TypeDefinition::name)
            .collect(Collectors.toSet());
  }

  /** All messages, in the order written. */
  List<Message> all() {
    return index.all("message").stream().map(this::read).toList();
  }

  /** The message to which an attribute of {@code node} refers; null if there is none. */
  @Nullable Message referred(WsdlIndex.Declared from, XmlNode node) {
    WsdlIndex.Declared declared = index.referred(from, node, "message", "message");
    return declared == null ? null : read(declared);
  }

  /** The message {@code name}, which was referred to before. */
  Message get(QName name) {
    return Objects.requireNonNull(read.get(name));
  }

  private Message read(WsdlIndex.Declared declared) {
    return read.computeIfAbsent(declared.name(), name -> new Message(name, parts(declared)));
  }

  private List<Message.Part> parts(WsdlIndex.Declared declared) {
    List<Message.Part> parts = new ArrayList<>();
    for (XmlNode node : declared.node().children(Names.WSDL, "part")) {
      String name = node.attributeOr("name", "").strip();
      if (!Names.isNcName(name) || parts.stream().anyMatch(part -> part.name().equals(name))) {
        index.invalid(
            declared, node, "a part needs a name that no other part has.", "Write name=\"...\".");
        continue;
      }
      Message.Part part = part(declared, node, name);
      if (part != null) {
        parts.add(part);
      }
    }
    return parts;
  }

  private Message.@Nullable Part part(WsdlIndex.Declared declared, XmlNode node, String name) {
    String element = node.attribute("element");
    String type = node.attribute("type");
    if ((element == null) == (type == null)) {
      index.invalid(
          declared,
          node,
          "the part " + name + " needs either element or type.",
          "Write one of them.");
      return null;
    }
    return element != null
        ? part(declared, node, name, Message.Kind.ELEMENT, element, elements::contains, elements)
        : part(
            declared,
            node,
            name,
            Message.Kind.TYPE,
            String.valueOf(type),
            each -> types.contains(each) || BuiltIns.isKnown(each),
            types);
  }

  private Message.@Nullable Part part(
      WsdlIndex.Declared declared,
      XmlNode node,
      String name,
      Message.Kind kind,
      String prefixed,
      Predicate<QName> isKnown,
      Set<QName> known) {
    QName reference = node.resolve(prefixed.strip());
    if (!isKnown.test(reference)) {
      String word = kind == Message.Kind.ELEMENT ? "element" : "type";
      index.unknown(
          declared,
          node,
          "there is no " + word + " " + reference + ".",
          NearMiss.of(
              reference.getLocalPart(),
              known.stream().map(QName::getLocalPart).toList(),
              "Declare it in the types, import its schema, or correct the name."));
      return null;
    }
    Origin origin = Origin.of(DocumentProblems.place(declared.location(), node));
    return new Message.Part(name, kind, reference, origin);
  }
}
