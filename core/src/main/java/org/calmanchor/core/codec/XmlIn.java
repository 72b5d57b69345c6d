package org.calmanchor.core.codec;

import com.ctc.wstx.api.WstxInputProperties;
import com.ctc.wstx.stax.WstxInputFactory;
import java.io.InputStream;
import java.util.function.Consumer;
import java.util.regex.Pattern;
import javax.xml.namespace.NamespaceContext;
import javax.xml.namespace.QName;
import javax.xml.stream.Location;
import javax.xml.stream.XMLInputFactory;
import javax.xml.stream.XMLStreamConstants;
import javax.xml.stream.XMLStreamException;
import org.calmanchor.core.codec.InputProblem.Code;
import org.calmanchor.core.lexical.Lexical;
import org.calmanchor.core.model.Names;
import org.codehaus.stax2.XMLStreamReader2;
import org.jspecify.annotations.Nullable;

/**
 * A message being read, element by element. Refuses what SOAP forbids: document types, processing
 * instructions, entities other than XML's five. Not safe for several threads.
 */
public final class XmlIn implements AutoCloseable {
  /** How the parser says that one of its limits was exceeded; it has no type for it. */
  private static final Pattern LIMIT =
      Pattern.compile("limit \\(\\d+\\) exceeded", Pattern.CASE_INSENSITIVE);

  private final XMLStreamReader2 reader;
  private final int textLength;
  private String passed = "";

  private XmlIn(XMLStreamReader2 reader, int textLength) {
    this.reader = reader;
    this.textLength = textLength;
  }

  /** Opens messages within fixed limits; safe for any number of threads. */
  public static final class Factory {
    private final WstxInputFactory factory = new WstxInputFactory();
    private final long bodyBytes;
    private final int textLength;

    /**
     * A factory that holds to these limits, all inclusive.
     *
     * @param bodyBytes the size of a message
     * @param depth the nesting of elements
     * @param attributes the attributes of one element
     * @param textLength the characters of one text or attribute value
     */
    public Factory(long bodyBytes, int depth, int attributes, int textLength) {
      this.bodyBytes = bodyBytes;
      this.textLength = textLength;
      factory.setProperty(XMLInputFactory.IS_NAMESPACE_AWARE, true);
      factory.setProperty(XMLInputFactory.IS_COALESCING, false);
      factory.setProperty(XMLInputFactory.SUPPORT_DTD, false);
      factory.setProperty(XMLInputFactory.IS_SUPPORTING_EXTERNAL_ENTITIES, false);
      // Lazy parsing would raise unchecked exceptions from every accessor.
      factory.getConfig().doParseLazily(false);
      factory.setProperty(WstxInputProperties.P_MAX_ELEMENT_DEPTH, depth);
      factory.setProperty(WstxInputProperties.P_MAX_ATTRIBUTES_PER_ELEMENT, attributes);
      factory.setProperty(WstxInputProperties.P_MAX_ATTRIBUTE_SIZE, textLength);
      factory.setProperty(WstxInputProperties.P_MAX_TEXT_LENGTH, textLength);
    }

    /**
     * A message from {@code in}.
     *
     * @param charset the name of the encoding that the transport gave, or null for what the
     *     document says itself
     * @throws InvalidMessageException when it cannot even begin
     */
    public XmlIn open(InputStream in, @Nullable String charset) {
      InputStream limited = new LimitedStream(in, bodyBytes);
      try {
        return new XmlIn(
            (XMLStreamReader2)
                (charset == null
                    ? factory.createXMLStreamReader(limited)
                    : factory.createXMLStreamReader(limited, charset)),
            textLength);
      } catch (XMLStreamException unreadable) {
        throw notWellFormed(unreadable);
      }
    }
  }

  /**
   * Moves to the next element within the current one.
   *
   * @return false when the current one has ended
   * @throws InvalidMessageException for text that is not white space, and anything forbidden
   */
  public boolean nextElement() {
    while (true) {
      switch (next()) {
        case XMLStreamConstants.START_ELEMENT -> {
          return true;
        }
        case XMLStreamConstants.END_ELEMENT, XMLStreamConstants.END_DOCUMENT -> {
          return false;
        }
        case XMLStreamConstants.CHARACTERS, XMLStreamConstants.CDATA -> {
          if (!isBlank()) {
            throw problem(
                    Code.UNEXPECTED, "elements, no text between them", reader.getText().strip())
                .within("text()");
          }
        }
        default -> refuseForbidden();
      }
    }
  }

  /** The text of the current element, which ends with it. */
  public String text() {
    String only = "";
    StringBuilder more = null;
    int length = 0;
    while (true) {
      switch (next()) {
        case XMLStreamConstants.CHARACTERS, XMLStreamConstants.CDATA, XMLStreamConstants.SPACE -> {
          length += reader.getTextLength();
          // The parser looks only where its buffers end.
          if (length > textLength) {
            throw problem(Code.LIMIT, "at most " + textLength + " characters a text", "");
          }
          if (more != null) {
            more.append(reader.getTextCharacters(), reader.getTextStart(), reader.getTextLength());
          } else if (only.isEmpty()) {
            only = reader.getText();
          } else {
            more = new StringBuilder(only).append(reader.getText());
          }
        }
        case XMLStreamConstants.END_ELEMENT -> {
          return more == null ? only : more.toString();
        }
        case XMLStreamConstants.START_ELEMENT ->
            throw problem(Code.UNEXPECTED, "text only", localName()).within(localName());
        default -> refuseForbidden();
      }
    }
  }

  /** Passes over the rest of the current element. */
  public void skip() {
    int depth = 1;
    while (depth > 0) {
      switch (next()) {
        case XMLStreamConstants.START_ELEMENT -> depth++;
        case XMLStreamConstants.END_ELEMENT -> depth--;
        case XMLStreamConstants.CHARACTERS, XMLStreamConstants.CDATA -> {}
        default -> refuseForbidden();
      }
    }
  }

  private int next() {
    try {
      return reader.next();
    } catch (XMLStreamException malformed) {
      throw notWellFormed(malformed);
    }
  }

  private boolean isBlank() {
    char[] chars = reader.getTextCharacters();
    int end = reader.getTextStart() + reader.getTextLength();
    for (int i = reader.getTextStart(); i < end; i++) {
      if (!Lexical.isSpace(chars[i])) {
        return false;
      }
    }
    return true;
  }

  private void refuseForbidden() {
    switch (reader.getEventType()) {
      case XMLStreamConstants.COMMENT, XMLStreamConstants.SPACE -> {}
      case XMLStreamConstants.DTD ->
          throw problem(Code.FORBIDDEN, "no document type", "a document type (DOCTYPE)");
      case XMLStreamConstants.PROCESSING_INSTRUCTION ->
          throw problem(Code.FORBIDDEN, "no processing instruction", "a processing instruction");
      case XMLStreamConstants.ENTITY_REFERENCE ->
          throw problem(Code.FORBIDDEN, "no entity of its own", "an entity of its own");
      default ->
          throw new IllegalStateException("event " + reader.getEventType() + " of the XML parser");
    }
  }

  /** The current element's local name. */
  public String localName() {
    return reader.getLocalName();
  }

  /** The current element's namespace; empty for none. */
  public String namespace() {
    String namespace = reader.getNamespaceURI();
    return namespace == null ? "" : namespace;
  }

  /** The current element's name. */
  public QName name() {
    return new QName(namespace(), localName());
  }

  /** Whether the current element has that name. */
  public boolean isAt(String namespace, String localName) {
    return localName().equals(localName) && namespace().equals(namespace);
  }

  /** The current element's name with the prefix that it was written with. */
  String prefixedName() {
    return prefixed(reader.getPrefix(), localName());
  }

  /** An attribute's name with the prefix that it was written with. */
  String prefixedAttribute(int index) {
    return prefixed(reader.getAttributePrefix(index), attributeName(index));
  }

  private static String prefixed(@Nullable String prefix, String name) {
    return prefix == null || prefix.isEmpty() ? name : prefix + ":" + name;
  }

  /**
   * Goes through the content of the current element to its end.
   *
   * @param text takes each piece of text
   * @param element is called at the start of each element, and must move to its end
   */
  void children(Consumer<String> text, Runnable element) {
    while (true) {
      switch (next()) {
        case XMLStreamConstants.START_ELEMENT -> element.run();
        case XMLStreamConstants.END_ELEMENT -> {
          return;
        }
        case XMLStreamConstants.CHARACTERS, XMLStreamConstants.CDATA, XMLStreamConstants.SPACE ->
            text.accept(reader.getText());
        default -> refuseForbidden();
      }
    }
  }

  int attributeCount() {
    return reader.getAttributeCount();
  }

  String attributeNamespace(int index) {
    String namespace = reader.getAttributeNamespace(index);
    return namespace == null ? "" : namespace;
  }

  String attributeName(int index) {
    return reader.getAttributeLocalName(index);
  }

  String attributeValue(int index) {
    return reader.getAttributeValue(index);
  }

  /** The value of an attribute of the current element, or null. */
  public @Nullable String attribute(String namespace, String localName) {
    return reader.getAttributeValue(namespace.isEmpty() ? null : namespace, localName);
  }

  /**
   * Whether {@code xsi:nil} says that the current element has no value.
   *
   * @throws InvalidMessageException when its value is no boolean
   */
  boolean isNil() {
    if (reader.getAttributeCount() == 0) {
      return false;
    }
    String nil = attribute(Names.XSI, "nil");
    if (nil == null) {
      return false;
    }
    return switch (Lexical.collapse(nil)) {
      case "true", "1" -> true;
      case "false", "0" -> false;
      default -> throw problem(Code.VALUE, "true or false", nil).within("@xsi:nil");
    };
  }

  /** The prefixes that are declared where it was taken. */
  @FunctionalInterface
  interface Scope {
    /** The namespace of {@code prefix}, empty for none; null when it is not declared. */
    @Nullable String namespaceOf(String prefix);
  }

  /** The prefixes declared at the current element. */
  Scope scope() {
    NamespaceContext declared = reader.getNonTransientNamespaceContext();
    return prefix -> {
      String namespace = declared.getNamespaceURI(prefix);
      return namespace == null || namespace.isEmpty() ? (prefix.isEmpty() ? "" : null) : namespace;
    };
  }

  /**
   * The type that {@code xsi:type} names on the current element, or null.
   *
   * @throws InvalidMessageException when it is no name
   */
  @Nullable QName xsiType() {
    if (reader.getAttributeCount() == 0) {
      return null;
    }
    String type = attribute(Names.XSI, "type");
    if (type == null) {
      return null;
    }
    try {
      return QName.valueOf(Qualified.clark(this, scope(), type));
    } catch (InvalidMessageException undeclared) {
      throw undeclared.within("@xsi:type");
    }
  }

  /**
   * Lets attributes of that namespace pass on any element, besides those of XML Schema itself;
   * empty for no more.
   */
  public void passAttributesOf(String namespace) {
    passed = namespace;
  }

  /** Whether an attribute of that namespace may stand on any element. */
  boolean isForeign(String namespace) {
    return namespace.equals(Names.XSI) || (!passed.isEmpty() && namespace.equals(passed));
  }

  /** A mistake at the current place. */
  public InvalidMessageException problem(Code code, String expected, String found) {
    Location at = reader.getLocation();
    return new InvalidMessageException(
        new InputProblem("", code, expected, found, at.getLineNumber(), at.getColumnNumber()));
  }

  private static InvalidMessageException notWellFormed(XMLStreamException malformed) {
    Location at = malformed.getLocation();
    String message = malformed.getMessage();
    boolean isLimit = message != null && LIMIT.matcher(message).find();
    String place =
        at == null ? "" : " at line " + at.getLineNumber() + ", column " + at.getColumnNumber();
    return new InvalidMessageException(
        new InputProblem(
            "",
            isLimit ? Code.LIMIT : Code.NOT_WELL_FORMED,
            isLimit ? "too deep, too long or too many attributes" + place : "well-formed XML",
            "parsing failed" + place,
            at == null ? 0 : at.getLineNumber(),
            at == null ? 0 : at.getColumnNumber()));
  }

  /** Gives the parser's buffers back; the stream below stays open. */
  @Override
  public void close() {
    try {
      reader.close();
    } catch (XMLStreamException alreadyBroken) {
      throw notWellFormed(alreadyBroken);
    }
  }
}
