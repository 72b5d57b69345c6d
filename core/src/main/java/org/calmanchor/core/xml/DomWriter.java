package org.calmanchor.core.xml;

import java.util.HashMap;
import java.util.Map;
import java.util.TreeMap;
import org.w3c.dom.Attr;
import org.w3c.dom.CharacterData;
import org.w3c.dom.Comment;
import org.w3c.dom.Element;
import org.w3c.dom.NamedNodeMap;
import org.w3c.dom.Node;
import org.w3c.dom.ProcessingInstruction;

/** Writes a DOM element for open content, with the namespace declarations that it needs. */
public final class DomWriter {
  private static final String XMLNS = "http://www.w3.org/2000/xmlns/";

  private DomWriter() {}

  /**
   * Writes {@code element} with its content, and with the namespace declarations of outer elements,
   * which its texts may need.
   */
  public static void write(XmlOut out, Element element) {
    Map<String, String> around = new TreeMap<>();
    for (Node at = element.getParentNode(); at instanceof Element; at = at.getParentNode()) {
      declarations((Element) at).forEach(around::putIfAbsent);
    }
    element(out, element, Map.of(), around);
  }

  /** The namespaces that an element declares, by prefix. */
  private static Map<String, String> declarations(Element element) {
    Map<String, String> declared = new TreeMap<>();
    NamedNodeMap attributes = element.getAttributes();
    for (int i = 0; i < attributes.getLength(); i++) {
      Attr attribute = (Attr) attributes.item(i);
      if (XMLNS.equals(attribute.getNamespaceURI())) {
        String prefix = attribute.getPrefix() == null ? "" : attribute.getLocalName();
        declared.put(prefix, attribute.getValue());
      }
    }
    return declared;
  }

  private static void element(
      XmlOut out, Element element, Map<String, String> outer, Map<String, String> around) {
    Map<String, String> declared = new HashMap<>(outer);
    Tag tag = Tag.of(element.getNodeName());
    out.open(tag);
    declare(out, element, declared, "");
    Map<String, String> own = new TreeMap<>(around);
    own.putAll(declarations(element));
    String prefix = element.getPrefix() == null ? "" : element.getPrefix();
    own.remove(prefix);
    own.forEach((name, namespace) -> declare(out, name, namespace, declared));
    NamedNodeMap attributes = element.getAttributes();
    for (int i = 0; i < attributes.getLength(); i++) {
      Attr attribute = (Attr) attributes.item(i);
      if (XMLNS.equals(attribute.getNamespaceURI())) {
        continue;
      }
      String name = attribute.getNodeName();
      if (attribute.getNamespaceURI() != null) {
        // An attribute without a prefix is in no namespace.
        name = declare(out, attribute, declared, "a" + i) + ":" + attribute.getLocalName();
      }
      out.attribute(Tag.encode(" " + name + "=\""), attribute.getValue());
    }
    if (element.getFirstChild() == null) {
      out.empty();
      return;
    }
    out.content();
    for (Node child = element.getFirstChild(); child != null; child = child.getNextSibling()) {
      child(out, child, declared);
    }
    out.close(tag);
  }

  private static void child(XmlOut out, Node child, Map<String, String> declared) {
    if (child instanceof Element inner) {
      element(out, inner, declared, Map.of());
    } else if (child instanceof CharacterData data && !(child instanceof Comment)) {
      out.text(data.getData());
    } else if (child instanceof ProcessingInstruction) {
      throw new EncodeException("a processing instruction, which SOAP does not allow");
    }
  }

  /** Declares a node's prefix unless an outer element has declared it, and returns the prefix. */
  private static String declare(
      XmlOut out, Node node, Map<String, String> declared, String otherwise) {
    String prefix = node.getPrefix() == null ? otherwise : node.getPrefix();
    String namespace = node.getNamespaceURI() == null ? "" : node.getNamespaceURI();
    declare(out, prefix, namespace, declared);
    return prefix;
  }

  private static void declare(
      XmlOut out, String prefix, String namespace, Map<String, String> declared) {
    boolean isDeclared = namespace.equals(declared.getOrDefault(prefix, ""));
    if (!prefix.equals("xml") && !prefix.equals("xmlns") && !isDeclared) {
      declared.put(prefix, namespace);
      String name = prefix.isEmpty() ? " xmlns=\"" : " xmlns:" + prefix + "=\"";
      out.attribute(Tag.encode(name), namespace);
    }
  }
}
