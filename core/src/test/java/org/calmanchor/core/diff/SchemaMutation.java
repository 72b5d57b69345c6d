package org.calmanchor.core.diff;

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
import org.w3c.dom.Document;
import org.w3c.dom.Element;
import org.w3c.dom.Node;
import org.w3c.dom.NodeList;

/** Changes the schema of a WSDL document at random. The result may be no schema any more. */
final class SchemaMutation {
  private static final String XSD = "http://www.w3.org/2001/XMLSchema";
  private static final List<String> TYPES =
      List.of("string", "token", "int", "long", "short", "decimal", "boolean", "date", "byte");
  private static final List<String> NUMBERS = List.of("0", "1", "2", "3", "5", "40");

  private final Random random;
  private final Document document;

  private SchemaMutation(Random random, Document document) {
    this.random = random;
    this.document = document;
  }

  /** The document with one to three changes. */
  static String of(String wsdl, Random random) throws Exception {
    Document document = Standards.parse(wsdl);
    SchemaMutation mutation = new SchemaMutation(random, document);
    int changes = 1 + random.nextInt(3);
    for (int i = 0; i < changes; i++) {
      mutation.apply();
    }
    Transformer writer = TransformerFactory.newInstance().newTransformer();
    writer.setOutputProperty(OutputKeys.OMIT_XML_DECLARATION, "yes");
    StringWriter text = new StringWriter();
    writer.transform(new DOMSource(document), new StreamResult(text));
    return text.toString();
  }

  private void apply() {
    List<Element> all = new ArrayList<>();
    NodeList found = document.getElementsByTagNameNS(XSD, "*");
    for (int i = 0; i < found.getLength(); i++) {
      Element element = (Element) found.item(i);
      if (!element.getLocalName().equals("schema")
          && !element.getAttribute("name").equals("message")) {
        all.add(element);
      }
    }
    if (!all.isEmpty()) {
      change(all.get(random.nextInt(all.size())));
    }
  }

  private void change(Element element) {
    Node parent = element.getParentNode();
    switch (element.getLocalName()) {
      case "element", "any", "sequence", "choice", "all", "group" -> {
        switch (random.nextInt(8)) {
          case 0 -> parent.removeChild(element);
          case 1 -> set(element, "minOccurs", pick(List.of("", "0", "1", "2")));
          case 2 -> set(element, "maxOccurs", pick(List.of("", "1", "2", "5", "unbounded")));
          case 3 -> set(element, "nillable", pick(List.of("", "true")));
          case 4 -> retype(element);
          case 5 ->
              parent.insertBefore(element, random.nextBoolean() ? parent.getFirstChild() : null);
          case 6 -> add(element);
          default -> rename(element);
        }
      }
      case "attribute" -> {
        switch (random.nextInt(4)) {
          case 0 -> parent.removeChild(element);
          case 1 -> set(element, "use", pick(List.of("", "required")));
          case 2 -> set(element, "default", "");
          default -> retype(element);
        }
      }
      case "restriction", "list", "extension" -> retype(element);
      case "complexType" -> set(element, "abstract", pick(List.of("", "true")));
      default -> {
        if (element.hasAttribute("value") && random.nextInt(3) > 0) {
          set(element, "value", pick(NUMBERS));
        } else {
          parent.removeChild(element);
        }
      }
    }
  }

  private void retype(Element element) {
    for (String attribute : List.of("type", "base", "itemType")) {
      if (element.getAttribute(attribute).startsWith("xs:")) {
        element.setAttribute(attribute, "xs:" + pick(TYPES));
      }
    }
  }

  /** Adds an element beside one, or within a group. */
  private void add(Element beside) {
    Element added = document.createElementNS(XSD, "xs:element");
    added.setAttribute("name", "extra" + random.nextInt(3));
    added.setAttribute("type", "xs:" + pick(TYPES));
    if (random.nextBoolean()) {
      added.setAttribute("minOccurs", "0");
    }
    beside.getParentNode().insertBefore(added, beside);
  }

  private void rename(Element group) {
    if (List.of("sequence", "choice", "all").contains(group.getLocalName())) {
      document.renameNode(group, XSD, "xs:" + pick(List.of("sequence", "choice", "all")));
    }
  }

  private static void set(Element element, String attribute, String value) {
    if (value.isEmpty()) {
      element.removeAttribute(attribute);
    } else {
      element.setAttribute(attribute, value);
    }
  }

  private String pick(List<String> all) {
    return all.get(random.nextInt(all.size()));
  }
}
