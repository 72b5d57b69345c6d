package org.calmanchor.core.document;

import com.ctc.wstx.api.WstxInputProperties;
import com.ctc.wstx.stax.WstxInputFactory;
import java.io.ByteArrayInputStream;
import java.util.ArrayList;
import java.util.Collections;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.function.Predicate;
import javax.xml.namespace.QName;
import javax.xml.stream.Location;
import javax.xml.stream.XMLInputFactory;
import javax.xml.stream.XMLStreamConstants;
import javax.xml.stream.XMLStreamException;
import javax.xml.stream.XMLStreamReader;
import org.jspecify.annotations.Nullable;

/** An element of a document with its place. For WSDL documents only, never for messages. */
public final class XmlNode {
  private static final int MOST_DEPTH = 200;

  private final QName name;
  private final int line;
  private final int column;
  private final Map<QName, String> attributes = new LinkedHashMap<>();
  private final Map<String, String> prefixes;
  private final List<XmlNode> children = new ArrayList<>();
  private @Nullable StringBuilder text;

  private XmlNode(QName name, Location location, Map<String, String> prefixes) {
    this.name = name;
    this.line = location.getLineNumber();
    this.column = location.getColumnNumber();
    this.prefixes = prefixes;
  }

  /**
   * A document, with what is not in its elements.
   *
   * @param root its root element
   * @param encoding the encoding that it declares, or null
   * @param version the version of XML that it declares, or null
   * @param instruction the line of its first processing instruction; 0 for none
   * @param elements the number of its elements
   */
  public record Document(
      XmlNode root,
      @Nullable String encoding,
      @Nullable String version,
      int instruction,
      int elements) {}

  /**
   * Reads a document. A document type declaration is an error, and nothing is fetched.
   *
   * @throws UnreadableException when it is not well-formed, with the place
   */
  public static Document read(byte[] document) {
    return read(document, Integer.MAX_VALUE);
  }

  /** Reads a document of at most {@code mostElements} elements. */
  static Document read(byte[] document, int mostElements) {
    WstxInputFactory factory = new WstxInputFactory();
    factory.setProperty(XMLInputFactory.SUPPORT_DTD, false);
    factory.setProperty(XMLInputFactory.IS_SUPPORTING_EXTERNAL_ENTITIES, false);
    factory.setProperty(XMLInputFactory.IS_COALESCING, true);
    factory.getConfig().doParseLazily(false);
    factory.setProperty(WstxInputProperties.P_MAX_ELEMENT_DEPTH, MOST_DEPTH);
    try {
      XMLStreamReader reader = factory.createXMLStreamReader(new ByteArrayInputStream(document));
      return new Reading(reader, mostElements).document();
    } catch (XMLStreamException malformed) {
      int line = malformed.getLocation() == null ? 0 : malformed.getLocation().getLineNumber();
      String words = String.valueOf(malformed.getMessage()).lines().findFirst().orElse("");
      words = words.endsWith(".") ? words.substring(0, words.length() - 1) : words;
      throw new UnreadableException("it is not well-formed XML: " + words, line);
    }
  }

  /** The state of reading one document. */
  private static final class Reading {
    private final XMLStreamReader reader;
    private final int mostElements;
    private int elements;
    private int instruction;

    Reading(XMLStreamReader reader, int mostElements) {
      this.reader = reader;
      this.mostElements = mostElements;
    }

    Document document() throws XMLStreamException {
      String encoding = reader.getCharacterEncodingScheme();
      String version = reader.getVersion();
      while (next() != XMLStreamConstants.START_ELEMENT) {
        if (reader.getEventType() == XMLStreamConstants.DTD) {
          int line = reader.getLocation().getLineNumber();
          throw new UnreadableException("it has a document type (DOCTYPE)", line);
        }
      }
      XmlNode root = element(Map.of("xml", "http://www.w3.org/XML/1998/namespace"));
      while (reader.hasNext()) {
        next();
      }
      return new Document(root, encoding, version, instruction, elements);
    }

    private int next() throws XMLStreamException {
      int event = reader.next();
      if (event == XMLStreamConstants.PROCESSING_INSTRUCTION && instruction == 0) {
        instruction = reader.getLocation().getLineNumber();
      }
      return event;
    }

    private XmlNode element(Map<String, String> outer) throws XMLStreamException {
      if (++elements > mostElements) {
        int line = reader.getLocation().getLineNumber();
        throw new TooManyElementsException(line);
      }
      Map<String, String> prefixes = outer;
      if (reader.getNamespaceCount() > 0) {
        prefixes = new HashMap<>(outer);
        for (int i = 0; i < reader.getNamespaceCount(); i++) {
          String prefix = reader.getNamespacePrefix(i);
          String uri = reader.getNamespaceURI(i);
          prefixes.put(prefix == null ? "" : prefix, uri == null ? "" : uri);
        }
      }
      XmlNode node = new XmlNode(reader.getName(), reader.getLocation(), Map.copyOf(prefixes));
      for (int i = 0; i < reader.getAttributeCount(); i++) {
        node.attributes.put(reader.getAttributeName(i), reader.getAttributeValue(i));
      }
      while (next() != XMLStreamConstants.END_ELEMENT) {
        if (reader.isStartElement()) {
          node.children.add(element(prefixes));
        } else if (reader.isCharacters()) {
          node.append(reader.getText());
        }
      }
      return node;
    }
  }

  /** A document with more elements than allowed. */
  static final class TooManyElementsException extends UnreadableException {
    private static final long serialVersionUID = 1L;

    TooManyElementsException(int line) {
      super("it has too many elements", line);
    }
  }

  /** A document that cannot be read. */
  public static class UnreadableException extends RuntimeException {
    private static final long serialVersionUID = 1L;

    private final int line;

    UnreadableException(String what, int line) {
      super(what);
      this.line = line;
    }

    /** The line, counted from 1; 0 if it is unknown. */
    public int line() {
      return line;
    }
  }

  /** Its name. */
  public QName name() {
    return name;
  }

  /** The line of its start tag, counted from 1. */
  public int line() {
    return line;
  }

  /** The column of its start tag, counted from 1. */
  public int column() {
    return column;
  }

  /** Its attributes, in the order written. */
  public Map<QName, String> attributes() {
    return attributes;
  }

  /** The value of an attribute without namespace, or null. */
  public @Nullable String attribute(String local) {
    return attributes.get(new QName(local));
  }

  /** The value of an attribute without namespace; {@code otherwise} if it is absent. */
  public String attributeOr(String local, String otherwise) {
    String value = attribute(local);
    return value == null ? otherwise : value;
  }

  /** Its child elements, in order. */
  public List<XmlNode> children() {
    return children;
  }

  /** Its child elements of that name. */
  public List<XmlNode> children(String namespace, String local) {
    return having(child -> child.is(namespace, local));
  }

  /** Its first child element of that name, or null. */
  public @Nullable XmlNode child(String namespace, String local) {
    List<XmlNode> found = children(namespace, local);
    return found.isEmpty() ? null : found.get(0);
  }

  private void append(String more) {
    if (text == null) {
      text = new StringBuilder(more.length());
    }
    text.append(more);
  }

  /** Its own text, without that of its children. */
  public String text() {
    return text == null ? "" : text.toString();
  }

  /** Its child elements in that namespace. */
  public List<XmlNode> childrenIn(String namespace) {
    return having(child -> child.name.getNamespaceURI().equals(namespace));
  }

  /** Most elements have few children, so this is asked often and finds nothing. */
  private List<XmlNode> having(Predicate<XmlNode> condition) {
    List<XmlNode> found = List.of();
    for (XmlNode child : children) {
      if (condition.test(child)) {
        if (found.isEmpty()) {
          found = new ArrayList<>();
        }
        found.add(child);
      }
    }
    return Collections.unmodifiableList(found);
  }

  /** Whether it is the element of that name. */
  public boolean is(String namespace, String local) {
    return name.getLocalPart().equals(local) && name.getNamespaceURI().equals(namespace);
  }

  /** Whether {@code prefixed} has no prefix, or one that is declared. */
  public boolean isResolvable(String prefixed) {
    int colon = prefixed.indexOf(':');
    return colon < 0 || prefixes.containsKey(prefixed.substring(0, colon));
  }

  /** Whether both have the same names, attributes, texts and children. */
  public boolean isSameAs(XmlNode other) {
    if (!name.equals(other.name)
        || !attributes.equals(other.attributes)
        || children.size() != other.children.size()
        || !text().strip().equals(other.text().strip())) {
      return false;
    }
    for (int i = 0; i < children.size(); i++) {
      if (!children.get(i).isSameAs(other.children.get(i))) {
        return false;
      }
    }
    return true;
  }

  /** Resolves a prefixed name; a name with an undeclared prefix gets no namespace. */
  public QName resolve(String prefixed) {
    int colon = prefixed.indexOf(':');
    String prefix = colon < 0 ? "" : prefixed.substring(0, colon);
    return new QName(prefixes.getOrDefault(prefix, ""), prefixed.substring(colon + 1));
  }
}
