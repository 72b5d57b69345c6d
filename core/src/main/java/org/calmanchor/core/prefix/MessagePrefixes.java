package org.calmanchor.core.prefix;

import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Set;
import javax.xml.XMLConstants;
import javax.xml.namespace.QName;
import org.calmanchor.core.model.Binding;
import org.calmanchor.core.model.Contract;
import org.calmanchor.core.model.ElementDeclaration;
import org.calmanchor.core.model.Names;
import org.calmanchor.core.model.Schema;
import org.jspecify.annotations.Nullable;

/**
 * The namespace prefixes of a contract's messages. Each body element, header block and detail
 * declares those that it uses.
 */
public final class MessagePrefixes {
  private final Contract contract;
  private final Map<String, String> byNamespace = new LinkedHashMap<>();

  private MessagePrefixes(Contract contract) {
    this.contract = contract;
  }

  /**
   * Creates the prefixes for {@code contract}: {@code tns}, then {@code ns1}, {@code ns2} and so
   * on, {@code xsi} and {@code xsd}.
   */
  public static MessagePrefixes of(Contract contract) {
    MessagePrefixes prefixes = new MessagePrefixes(contract);
    prefixes.byNamespace.put(contract.targetNamespace(), "tns");
    for (Schema schema : contract.schemas()) {
      int next = prefixes.byNamespace.size();
      prefixes.byNamespace.putIfAbsent(schema.targetNamespace(), "ns" + next);
    }
    for (Binding binding : contract.bindings()) {
      for (Binding.BoundOperation operation : binding.operations()) {
        prefixes.addWrapper(operation.input());
        prefixes.addWrapper(operation.output());
      }
    }
    prefixes.byNamespace.put(XMLConstants.XML_NS_URI, "xml");
    prefixes.byNamespace.put(Names.XSI, "xsi");
    prefixes.byNamespace.put(Names.XSD, "xsd");
    return prefixes;
  }

  /** In rpc style, the element around the parameters may be in a namespace without a schema. */
  private void addWrapper(Binding.@Nullable BoundMessage message) {
    if (message != null && !message.namespace().isEmpty()) {
      byNamespace.putIfAbsent(message.namespace(), "ns" + byNamespace.size());
    }
  }

  /** The name with its prefix. */
  public String tag(QName name) {
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

  /**
   * The declarations of the namespaces that an element and all that it can contain use, each after
   * a space.
   */
  public String declarations(ElementDeclaration element) {
    Set<String> used = new UsedNamespaces(contract).of(element);
    StringBuilder out = new StringBuilder();
    byNamespace.forEach(
        (namespace, prefix) -> {
          boolean isDeclared = !namespace.isEmpty() && !namespace.equals(XMLConstants.XML_NS_URI);
          if (isDeclared && used.contains(namespace)) {
            out.append(" xmlns:")
                .append(prefix)
                .append("=\"")
                .append(escaped(namespace))
                .append('"');
          }
        });
    return out.toString();
  }

  private static String escaped(String namespace) {
    return namespace.replace("&", "&amp;").replace("\"", "&quot;").replace("<", "&lt;");
  }
}
