package org.calmanchor.core.codec;

import java.util.LinkedHashMap;
import java.util.Map;
import javax.xml.namespace.QName;
import org.calmanchor.core.model.ComplexType;
import org.calmanchor.core.model.Contract;
import org.calmanchor.core.model.ElementDeclaration;
import org.calmanchor.core.model.Names;
import org.calmanchor.core.model.Schema;
import org.calmanchor.core.model.Term;

/** The namespace prefixes of a contract's messages; the envelope declares all of them. */
public final class MessagePrefixes {
  private final Map<String, String> byNamespace = new LinkedHashMap<>();

  private MessagePrefixes() {}

  /**
   * Creates the prefixes for {@code contract}: {@code tns}, then {@code ns1}, {@code ns2} and so
   * on, and {@code xsi} if needed.
   */
  public static MessagePrefixes of(Contract contract) {
    MessagePrefixes prefixes = new MessagePrefixes();
    prefixes.byNamespace.put(contract.targetNamespace(), "tns");
    for (Schema schema : contract.schemas()) {
      int next = prefixes.byNamespace.size();
      prefixes.byNamespace.putIfAbsent(schema.targetNamespace(), "ns" + next);
    }
    if (contract.schemas().stream().anyMatch(s -> knowsNil(s) || knowsDerived(s))) {
      prefixes.byNamespace.put(Names.XSI, "xsi");
    }
    return prefixes;
  }

  private static boolean knowsDerived(Schema schema) {
    return schema.types().stream()
        .anyMatch(type -> type instanceof ComplexType complex && complex.base() != null);
  }

  private static boolean knowsNil(Schema schema) {
    return schema.elements().stream().anyMatch(MessagePrefixes::mayBeNil)
        || schema.types().stream().anyMatch(MessagePrefixes::mayBeNil)
        || schema.groups().stream().anyMatch(group -> mayBeNil(group.group()));
  }

  private static boolean mayBeNil(Object node) {
    if (node instanceof ElementDeclaration element) {
      return element.nillable() || mayBeNil(element.type());
    }
    if (node instanceof Term.Group group) {
      return group.particles().stream().anyMatch(particle -> mayBeNil(particle.term()));
    }
    return node instanceof ComplexType type
        && type.content() instanceof ComplexType.Elements content
        && mayBeNil(content.group());
  }

  /** The name with its prefix. */
  String tag(QName name) {
    String namespace = name.getNamespaceURI();
    if (namespace.isEmpty()) {
      return name.getLocalPart();
    }
    String prefix = byNamespace.get(namespace);
    if (prefix == null) {
      throw new IllegalArgumentException("no schema of the contract has " + name);
    }
    return prefix + ":" + name.getLocalPart();
  }

  /** The namespace declarations for the envelope's tag, each after a space. */
  public String declarations() {
    StringBuilder out = new StringBuilder();
    byNamespace.forEach(
        (namespace, prefix) ->
            out.append(" xmlns:")
                .append(prefix)
                .append("=\"")
                .append(
                    namespace.replace("&", "&amp;").replace("\"", "&quot;").replace("<", "&lt;"))
                .append('"'));
    return out.toString();
  }
}
