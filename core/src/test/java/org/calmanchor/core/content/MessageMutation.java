package org.calmanchor.core.content;

import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import org.calmanchor.core.model.Names;
import org.w3c.dom.Document;
import org.w3c.dom.Element;
import org.w3c.dom.Node;
import org.w3c.dom.NodeList;

/** Changes one thing in a message. */
record MessageMutation(Random random, Document document) {
  void apply(Element root) {
    List<Element> all = new ArrayList<>();
    NodeList found = root.getElementsByTagName("*");
    for (int i = 0; i < found.getLength(); i++) {
      all.add((Element) found.item(i));
    }
    if (all.isEmpty()) {
      all.add(root);
    }
    Element element = all.get(random.nextInt(all.size()));
    Element other = all.get(random.nextInt(all.size()));
    Node parent = element.getParentNode();
    boolean isRoot = element == root;
    switch (random.nextInt(11)) {
      case 0 -> {
        if (!isRoot) {
          parent.removeChild(element);
        }
      }
      case 1 -> {
        if (!isRoot) {
          parent.insertBefore(element.cloneNode(true), element);
        }
      }
      case 2 -> {
        if (!isRoot && element.getPreviousSibling() != null) {
          parent.insertBefore(element, element.getPreviousSibling());
        }
      }
      case 3 -> {
        if (!isRoot) {
          document.renameNode(element, other.getNamespaceURI(), other.getNodeName());
        }
      }
      case 4 -> element.setTextContent("nonsense");
      case 5 -> element.setAttribute("surplus", "1");
      case 6 -> element.setAttributeNS(Names.XSI, "xsi:nil", "true");
      case 7 -> {
        String type = other.getAttributeNS(Names.XSI, "type");
        element.setAttributeNS(Names.XSI, "xsi:type", type.isEmpty() ? "q:no" : type);
      }
      case 8 -> {
        if (element.getAttributes().getLength() > 0) {
          Node attribute = element.getAttributes().item(0);
          if (!attribute.getNodeName().startsWith("xmlns")) {
            element.removeAttributeNode((org.w3c.dom.Attr) attribute);
          }
        }
      }
      case 9 -> element.appendChild(document.createTextNode(" text "));
      default ->
          element.appendChild(
              other == root || contains(other, element)
                  ? document.createElementNS("urn:foreign", "f:foreign")
                  : other.cloneNode(true));
    }
  }

  private static boolean contains(Node outer, Node inner) {
    for (Node at = inner; at != null; at = at.getParentNode()) {
      if (at == outer) {
        return true;
      }
    }
    return false;
  }
}
