package org.calmanchor.core.xml;

import java.io.ByteArrayInputStream;
import java.nio.charset.StandardCharsets;
import java.util.Set;
import java.util.TreeSet;
import javax.xml.XMLConstants;
import javax.xml.parsers.DocumentBuilderFactory;
import javax.xml.parsers.ParserConfigurationException;
import org.calmanchor.core.model.Names;
import org.jspecify.annotations.Nullable;
import org.w3c.dom.Document;
import org.w3c.dom.Element;

/**
 * Reads an element that the contract leaves open into a DOM element. No other class builds a DOM.
 */
public final class DomReader {
  private static final DocumentBuilderFactory FACTORY = factory();

  /** Longer prefixes are not used in practice, and are not looked up. */
  private static final int LONGEST_PREFIX = 64;

  private static final int MOST_PREFIXES = 100;

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

  /**
   * Reads the current element, and adds the namespace declarations of outer elements that its texts
   * and attributes may need. Moves to the element's end.
   */
  public static Element read(XmlIn in) {
    Document document = document();
    PrefixScope scope = in.attributes().scope();
    Set<String> prefixes = new TreeSet<>();
    prefixes.add("");
    Element root = element(in, document, prefixes);
    for (String prefix : prefixes) {
      String namespace = prefix.equals("xml") ? null : scope.namespaceOf(prefix);
      if (namespace != null && !namespace.isEmpty()) {
        declare(root, prefix, namespace);
      }
    }
    document.appendChild(root);
    return root;
  }

  private static void declare(Element element, String prefix, String namespace) {
    String name = prefix.isEmpty() ? "xmlns" : "xmlns:" + prefix;
    element.setAttributeNS(XMLConstants.XMLNS_ATTRIBUTE_NS_URI, name, namespace);
  }

  /** Collects what may be prefixes of names in a text. */
  private static void note(String text, Set<String> prefixes) {
    for (int colon = text.indexOf(':'); colon > 0; colon = text.indexOf(':', colon + 1)) {
      int start = colon;
      while (start > 0 && isOfName(text.charAt(start - 1))) {
        start--;
      }
      String prefix = text.substring(start, colon);
      boolean isUsual = prefixes.size() < MOST_PREFIXES && prefix.length() <= LONGEST_PREFIX;
      if (isUsual && Names.isNcName(prefix)) {
        prefixes.add(prefix);
      }
    }
  }

  private static boolean isOfName(char c) {
    return Character.isLetterOrDigit(c) || c == '_' || c == '-' || c == '.';
  }

  private static Element element(XmlIn in, Document document, Set<String> prefixes) {
    in.countOpenElement();
    Element element = document.createElementNS(nullable(in.namespace()), in.prefixedName());
    in.attributes().declarations((prefix, namespace) -> declare(element, prefix, namespace));
    for (int i = 0; i < in.attributes().count(); i++) {
      element.setAttributeNS(
          nullable(in.attributes().namespace(i)),
          in.attributes().prefixedName(i),
          in.attributes().value(i));
      note(in.attributes().value(i), prefixes);
    }
    StringBuilder texts = new StringBuilder();
    in.content(
        text -> {
          texts.append(text);
          element.appendChild(document.createTextNode(text));
        },
        () -> element.appendChild(element(in, document, prefixes)));
    note(texts.toString(), prefixes);
    return element;
  }

  private static @Nullable String nullable(String namespace) {
    return namespace.isEmpty() ? null : namespace;
  }

  /**
   * Parses a text into an element.
   *
   * @throws EncodeException when it is not well-formed
   */
  public static Element parse(MessageOpener inputs, String text) {
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
