package org.calmanchor.junit;

import java.io.IOException;
import java.io.StringReader;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import javax.xml.XMLConstants;
import javax.xml.parsers.DocumentBuilder;
import javax.xml.parsers.DocumentBuilderFactory;
import javax.xml.parsers.ParserConfigurationException;
import org.jspecify.annotations.Nullable;
import org.w3c.dom.Element;
import org.w3c.dom.Node;
import org.xml.sax.InputSource;
import org.xml.sax.SAXException;

/** An envelope in which elements are found by their local names. */
final class EnvelopeTree {
  private static final Pattern STEP = Pattern.compile("([^\\[]+)(?:\\[(\\d+)])?");

  private final Element envelope;

  private EnvelopeTree(Element envelope) {
    this.envelope = envelope;
  }

  /** Reads an envelope; null if the text is none. */
  static @Nullable EnvelopeTree of(String text) {
    try {
      DocumentBuilderFactory factory = DocumentBuilderFactory.newInstance();
      factory.setNamespaceAware(true);
      factory.setFeature(XMLConstants.FEATURE_SECURE_PROCESSING, true);
      factory.setFeature("http://apache.org/xml/features/disallow-doctype-decl", true);
      DocumentBuilder builder = factory.newDocumentBuilder();
      builder.setErrorHandler(null);
      Element root = builder.parse(new InputSource(new StringReader(text))).getDocumentElement();
      return root.getLocalName().equals("Envelope") ? new EnvelopeTree(root) : null;
    } catch (SAXException | IOException noEnvelope) {
      return null;
    } catch (ParserConfigurationException impossible) {
      throw new IllegalStateException("this Java cannot parse XML", impossible);
    }
  }

  /** The text of an element or attribute in the Body; null if there is none. */
  @Nullable String body(String path) {
    return text("Body", path);
  }

  /** The text of a header block, or of an element or attribute in it; null if there is none. */
  @Nullable String header(String path) {
    return text("Header", path);
  }

  private @Nullable String text(String part, String path) {
    Element at = child(envelope, part, 1);
    for (String step : path.split("/", -1)) {
      if (at == null) {
        return null;
      }
      if (step.startsWith("@")) {
        return at.hasAttribute(step.substring(1)) ? at.getAttribute(step.substring(1)) : null;
      }
      Matcher parts = STEP.matcher(step);
      if (!parts.matches()) {
        throw new IllegalArgumentException(
            "\"" + path + "\" is no path; write one like reserve/boat[2]/name");
      }
      at = child(at, parts.group(1), parts.group(2) == null ? 1 : Integer.parseInt(parts.group(2)));
    }
    return at == null ? null : at.getTextContent();
  }

  private static @Nullable Element child(Element parent, String name, int number) {
    int found = 0;
    for (Node node = parent.getFirstChild(); node != null; node = node.getNextSibling()) {
      if (node instanceof Element element
          && element.getLocalName().equals(name)
          && ++found == number) {
        return element;
      }
    }
    return null;
  }
}
