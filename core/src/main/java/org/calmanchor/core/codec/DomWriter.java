package org.calmanchor.core.codec;

import java.util.HashMap;
import java.util.Map;
import org.w3c.dom.Attr;
import org.w3c.dom.CharacterData;
import org.w3c.dom.Comment;
import org.w3c.dom.Element;
import org.w3c.dom.NamedNodeMap;
import org.w3c.dom.Node;
import org.w3c.dom.ProcessingInstruction;

/** Writes the tree of an element that the contract leaves open, with the prefixes that it needs. */
public final class DomWriter {
  private static final String XMLNS = "http://www.w3.org/2000/xmlns/";

  private DomWriter() {}

  /** Writes {@code element} with all that it holds. */
  public static void write(XmlOut out, Element element) {
    element(out, element, Map.of());
  }

  private static void element(XmlOut out, Element element, Map<String, String> outer) {
    Map<String, String> declared = new HashMap<>(outer);
    Tag tag = Tag.of(element.getNodeName());
    out.open(tag);
    declare(out, element, declared, "");
    NamedNodeMap attributes = element.getAttributes();
    for (int i = 0; i < attributes.getLength(); i++) {
      Attr attribute = (Attr) attributes.item(i);
      if (XMLNS.equals(attribute.getNamespaceURI())) {
        continue;
      }
      String name = attribute.getNodeName();
      if (attribute.getNamespaceURI() != null) {
        // An attribute is in a namespace only by a prefix.
        String prefix = declare(out, attribute, declared, "a" + i);
        name = prefix + ":" + attribute.getLocalName();
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
      element(out, inner, declared);
    } else if (child instanceof CharacterData data && !(child instanceof Comment)) {
      out.text(data.getData());
    } else if (child instanceof ProcessingInstruction) {
      throw new EncodeException("a processing instruction, which SOAP does not allow");
    }
  }

  /** Declares a node's prefix where the elements around it have not done so; the prefix. */
  private static String declare(
      XmlOut out, Node node, Map<String, String> declared, String otherwise) {
    String prefix = node.getPrefix() == null ? otherwise : node.getPrefix();
    String namespace = node.getNamespaceURI() == null ? "" : node.getNamespaceURI();
    if (prefix.equals("xml") || namespace.equals(declared.getOrDefault(prefix, ""))) {
      return prefix;
    }
    declared.put(prefix, namespace);
    String name = prefix.isEmpty() ? " xmlns=\"" : " xmlns:" + prefix + "=\"";
    out.attribute(Tag.encode(name), namespace);
    return prefix;
  }
}
