package org.calmanchor.core.xml;

import com.fasterxml.aalto.UncheckedStreamException;
import javax.xml.stream.XMLStreamConstants;
import javax.xml.stream.XMLStreamException;
import org.calmanchor.core.io.HeldMemory;
import org.calmanchor.core.lexical.WhiteSpace;
import org.calmanchor.core.xml.InputProblem.Code;
import org.codehaus.stax2.XMLStreamReader2;
import org.jspecify.annotations.Nullable;

/**
 * The events of a parser, checked against the limits and against what SOAP allows. Not safe for
 * several threads.
 */
final class XmlEvents {
  private final XMLStreamReader2 reader;
  private final @Nullable MeteredStream stream;
  private final @Nullable FastParserFactory parser;
  private final AttributesIn attributes;
  private final InputLocation location;
  private final MessageLimitsCheck limitsCheck;
  private String localName = "";
  private boolean isAtEnd;

  XmlEvents(
      XMLStreamReader2 reader,
      @Nullable MeteredStream stream,
      @Nullable FastParserFactory parser,
      AttributesIn attributes,
      MessageLimits bounds,
      HeldMemory memory,
      InputLocation location) {
    this.reader = reader;
    this.stream = stream;
    this.parser = parser;
    this.attributes = attributes;
    this.location = location;
    this.limitsCheck = new MessageLimitsCheck(bounds, memory, location);
  }

  /** The local name of the element that began last. */
  String localName() {
    return localName;
  }

  /** Moves to the parser's next event and returns its type, one of {@link XMLStreamConstants}. */
  int next() {
    if (stream != null) {
      stream.expectTag();
    }
    int event;
    try {
      event = reader.next();
    } catch (XMLStreamException malformed) {
      throw ParserErrors.isAttributeLimit(malformed)
          ? limitsCheck.tooManyAttributes()
          : ParserErrors.of(malformed);
    } catch (UncheckedStreamException malformed) {
      throw ParserErrors.of(malformed);
    }
    if (event == XMLStreamConstants.START_ELEMENT) {
      localName = reader.getLocalName();
      limitsCheck.enter(reader, localName, attributes.enter());
    } else if (event == XMLStreamConstants.END_ELEMENT) {
      limitsCheck.leave();
    } else if (event == XMLStreamConstants.END_DOCUMENT) {
      isAtEnd = true;
    }
    return event;
  }

  /** Makes the parser read the current piece of text completely; returns its length. */
  int finishText() {
    if (stream != null) {
      stream.expectText();
    }
    try {
      return reader.getTextLength();
    } catch (UncheckedStreamException malformed) {
      throw ParserErrors.of(malformed);
    }
  }

  /** Whether the current text is white space only. */
  boolean isBlank() {
    char[] chars = reader.getTextCharacters();
    int end = reader.getTextStart() + reader.getTextLength();
    for (int i = reader.getTextStart(); i < end; i++) {
      if (!WhiteSpace.isSpace(chars[i])) {
        return false;
      }
    }
    return true;
  }

  /**
   * Skips a comment; throws for what SOAP forbids (SOAP 1.1, section 3; SOAP 1.2 part 1, section
   * 5).
   */
  void refuseForbidden() {
    switch (reader.getEventType()) {
      case XMLStreamConstants.COMMENT, XMLStreamConstants.SPACE -> {}
      case XMLStreamConstants.DTD ->
          throw location.problem(Code.FORBIDDEN, "no document type", "a document type (DOCTYPE)");
      case XMLStreamConstants.PROCESSING_INSTRUCTION ->
          throw location.problem(
              Code.FORBIDDEN, "no processing instruction", "a processing instruction");
      case XMLStreamConstants.ENTITY_REFERENCE ->
          throw location.problem(Code.FORBIDDEN, "no entity of its own", "an entity of its own");
      default ->
          throw new IllegalStateException("event " + reader.getEventType() + " of the XML parser");
    }
  }

  /** Counts the current element, which no schema describes, and its names. */
  void countOpenElement() {
    limitsCheck.open(reader.getPrefixedName(), attributes);
  }

  /** Counts the attributes of the current element, which no schema describes. */
  void countOpenAttributes() {
    limitsCheck.attributes(attributes);
  }

  /** Returns the parser's buffers to its pool, but only if the message was read to its end. */
  void close() {
    if (!isAtEnd) {
      return;
    }
    try {
      reader.close();
      if (parser != null) {
        parser.learned(limitsCheck.unknownNames());
      }
    } catch (XMLStreamException alreadyBroken) {
      throw ParserErrors.of(alreadyBroken);
    }
  }
}
