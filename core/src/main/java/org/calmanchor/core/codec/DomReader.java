package org.calmanchor.core.codec;

import java.io.ByteArrayInputStream;
import java.nio.charset.StandardCharsets;
import javax.xml.XMLConstants;
import javax.xml.parsers.DocumentBuilderFactory;
import javax.xml.parsers.ParserConfigurationException;
import org.jspecify.annotations.Nullable;
import org.w3c.dom.Document;
import org.w3c.dom.Element;

/** Builds the tree of an element that the contract leaves open. The only place that does. */
public final class DomReader {
  private static final DocumentBuilderFactory FACTORY = factory();

  private DomReader() {}

  private static DocumentBuilderFactory factory() {
    DocumentBuilderFactory factory = DocumentBuilderFactory.newDefaultNSInstance();
    try {
      factory.setFeature(XMLConstants.FEATURE_SECURE_PROCESSING, true);
      factory.setFeature("http://apache.org/xml/features/disallow-doctype-decl", true);
    } catch (ParserConfigurationException impossible) {
      throw new IllegalStateException("this JDK's parser lacks its features", impossible);
    }
    return factory;
  }

  private static Document document() {
    try {
      return FACTORY.newDocumentBuilder().newDocument();
    } catch (ParserConfigurationException impossible) {
      throw new IllegalStateException("this JDK's parser cannot be made", impossible);
    }
  }

  /** The element at which {@code in} stands; moves to its end. */
  public static Element read(XmlIn in) {
    Document document = document();
    Element root = element(in, document);
    document.appendChild(root);
    return root;
  }

  private static Element element(XmlIn in, Document document) {
    Element element = document.createElementNS(nullable(in.namespace()), in.prefixedName());
    for (int i = 0; i < in.attributes().count(); i++) {
      element.setAttributeNS(
          nullable(in.attributes().namespace(i)),
          in.attributes().prefixedName(i),
          in.attributes().value(i));
    }
    in.content(
        text -> element.appendChild(document.createTextNode(text)),
        () -> element.appendChild(element(in, document)));
    return element;
  }

  private static @Nullable String nullable(String namespace) {
    return namespace.isEmpty() ? null : namespace;
  }

  /**
   * The element that a text is.
   *
   * @throws EncodeException when it is not well-formed
   */
  static Element parse(Inputs inputs, String text) {
    byte[] bytes = text.getBytes(StandardCharsets.UTF_8);
    try (XmlIn in = inputs.open(new ByteArrayInputStream(bytes), "UTF-8")) {
      in.nextElement();
      Element element = read(in);
      in.nextElement();
      return element;
    } catch (InvalidMessageException malformed) {
      throw new EncodeException("one element is expected: " + malformed.getMessage());
    }
  }
}
