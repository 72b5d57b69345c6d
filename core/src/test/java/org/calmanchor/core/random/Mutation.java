package org.calmanchor.core.random;

import java.io.StringWriter;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import javax.xml.transform.OutputKeys;
import javax.xml.transform.Transformer;
import javax.xml.transform.TransformerFactory;
import javax.xml.transform.dom.DOMSource;
import javax.xml.transform.stream.StreamResult;
import org.calmanchor.core.Standards;
import org.calmanchor.core.model.Names;
import org.w3c.dom.Attr;
import org.w3c.dom.Document;
import org.w3c.dom.Element;
import org.w3c.dom.Node;
import org.w3c.dom.NodeList;

/** Changes one thing in a message, which may make it invalid or not. */
final class Mutation {
  private static final String[] TEXTS = {
    "",
    " ",
    "x",
    "0",
    "1",
    "-1",
    "7",
    "true",
    "2027-06-11",
    "14:30:00",
    "P1D",
    "QQ==",
    "HERON",
    "a b",
    "tns:a",
    ":a",
    "tns:",
    "tns:a:b",
    "unknown:a",
    "a\uFFFD"
  };

  private final Random random;
  private final Document document;
  private final List<Element> elements = new ArrayList<>();
  private final Element wrapper;

  private Mutation(String message, Random random) throws Exception {
    this.random = random;
    this.document = Standards.parse(message);
    // The envelope, its header and body, and the body's element stay where they are.
    NodeList inBody = child("Body").getElementsByTagNameNS("*", "*");
    wrapper = (Element) inBody.item(0);
    for (int i = 1; i < inBody.getLength(); i++) {
      elements.add((Element) inBody.item(i));
    }
    Element header = child("Header");
    if (header != null) {
      NodeList inHeader = header.getElementsByTagNameNS("*", "*");
      for (int i = 0; i < inHeader.getLength(); i++) {
        elements.add((Element) inHeader.item(i));
      }
    }
  }

  private Element child(String name) {
    String namespace = document.getDocumentElement().getNamespaceURI();
    return (Element) document.getElementsByTagNameNS(namespace, name).item(0);
  }

  /** The message with one change; the same when there is nothing to change. */
  static String of(String message, Random random) throws Exception {
    Mutation mutation = new Mutation(message, random);
    if (random.nextInt(12) == 0) {
      mutation.addAttribute(mutation.wrapper);
    } else if (!mutation.elements.isEmpty()) {
      mutation.change(mutation.elements.get(random.nextInt(mutation.elements.size())));
    }
    return mutation.written();
  }

  private String written() throws Exception {
    Transformer transformer = TransformerFactory.newInstance().newTransformer();
    transformer.setOutputProperty(OutputKeys.OMIT_XML_DECLARATION, "yes");
    StringWriter out = new StringWriter();
    transformer.transform(new DOMSource(document), new StreamResult(out));
    return out.toString();
  }

  private void change(Element element) {
    Node parent = element.getParentNode();
    switch (random.nextInt(20)) {
      case 0 -> parent.removeChild(element);
      case 1 -> parent.insertBefore(element.cloneNode(true), element);
      case 2 -> {
        if (element.getNextSibling() != null) {
          parent.insertBefore(element.getNextSibling(), element);
        }
      }
      case 3 ->
          document.renameNode(element, element.getNamespaceURI(), element.getNodeName() + "x");
      case 4 -> document.renameNode(element, "urn:elsewhere", "z:" + element.getLocalName());
      case 5, 6, 7 -> leaf(element).setTextContent(TEXTS[random.nextInt(TEXTS.length)]);
      case 8 -> changeAttribute(element);
      case 9 -> element.setAttribute("added", "1");
      case 10 -> element.appendChild(document.createTextNode("x"));
      case 11 -> element.insertBefore(document.createTextNode(" \n"), element.getFirstChild());
      case 12 -> element.setAttributeNS(Names.XSI, "xsi:nil", "1");
      case 13 -> {
        element.setTextContent("");
        element.setAttributeNS(Names.XSI, "xsi:nil", "true");
      }
      case 14 -> element.appendChild(document.createElementNS(element.getNamespaceURI(), "more"));
      case 15, 16 -> addAttribute(element);
      case 17 ->
          // Another prefix says the same.
          document.renameNode(
              element, element.getNamespaceURI(), "other:" + element.getLocalName());
      case 18 -> moveAttribute(element);
      default -> element.appendChild(document.createComment("by the way"));
    }
  }

  /** An attribute of another namespace, or of XML Schema's own. */
  private void addAttribute(Element element) {
    String[] nil = {"true", "false", "1", "0", "maybe", ""};
    switch (random.nextInt(6)) {
      case 0 -> element.setAttributeNS("urn:foreign", "f:added", "1");
      case 1 -> element.setAttributeNS(Names.XSI, "xsi:odd", "1");
      case 2 -> element.setAttributeNS(Names.XSI, "xsi:Nil", "true");
      case 3 -> element.setAttribute("added", "1");
      default -> element.setAttributeNS(Names.XSI, "xsi:nil", nil[random.nextInt(nil.length)]);
    }
  }

  /** Puts an attribute of the element into another namespace, where it is another one. */
  private void moveAttribute(Element element) {
    for (int i = 0; i < element.getAttributes().getLength(); i++) {
      Attr attribute = (Attr) element.getAttributes().item(i);
      if (attribute.getNamespaceURI() == null) {
        String namespace = random.nextBoolean() ? "urn:foreign" : Names.XSI;
        String prefix = namespace.equals(Names.XSI) ? "xsi" : "f";
        element.setAttributeNS(namespace, prefix + ":" + attribute.getName(), attribute.getValue());
        if (random.nextBoolean()) {
          element.removeAttributeNode(attribute);
        }
        return;
      }
    }
  }

  private Element leaf(Element element) {
    for (Node child = element.getFirstChild(); child != null; child = child.getNextSibling()) {
      if (child instanceof Element inner) {
        return leaf(inner);
      }
    }
    return element;
  }

  private void changeAttribute(Element element) {
    if (element.getAttributes().getLength() == 0) {
      return;
    }
    Attr attribute = (Attr) element.getAttributes().item(0);
    if (attribute.getName().startsWith("xmlns")) {
      return;
    }
    if (random.nextBoolean()) {
      element.removeAttributeNode(attribute);
    } else {
      attribute.setValue(TEXTS[random.nextInt(TEXTS.length)]);
    }
  }
}
