package org.calmanchor.core.xml;

import java.util.Arrays;
import java.util.function.Consumer;
import javax.xml.namespace.QName;
import javax.xml.stream.XMLStreamConstants;
import org.calmanchor.core.io.HeldMemory;
import org.calmanchor.core.lexical.Lexical;
import org.calmanchor.core.lexical.LexicalException;
import org.calmanchor.core.xml.InputProblem.Code;
import org.codehaus.stax2.XMLStreamReader2;
import org.jspecify.annotations.Nullable;

/**
 * A message being read, element by element. Refuses what SOAP forbids: document types, processing
 * instructions, entities other than XML's five. Not safe for several threads.
 */
public final class XmlIn implements AutoCloseable {
  private static final char[] NO_TEXT = new char[0];

  private final XmlEvents events;
  private final XMLStreamReader2 reader;
  private final MessageLimits bounds;
  private final InputLocation location;
  private final HeldMemory memory;
  private char[] text = NO_TEXT;
  private int textLength;
  private final AttributesIn attributes;
  private final MessageResources resources = new MessageResources();

  /**
   * Creates a reader at the start of a message.
   *
   * @param stream what the parser takes from; null when it has all bytes already
   * @param memory what the values hold
   * @param parser what has to know which names it has learned; null for none
   */
  XmlIn(
      XMLStreamReader2 reader,
      @Nullable MeteredStream stream,
      MessageLimits bounds,
      HeldMemory memory,
      @Nullable FastParserFactory parser) {
    this.reader = reader;
    this.bounds = bounds;
    this.memory = memory;
    this.location = new InputLocation(reader);
    this.attributes = new AttributesIn(reader, location);
    this.events = new XmlEvents(reader, stream, parser, attributes, bounds, memory, location);
  }

  /**
   * Moves to the next child element of the current element.
   *
   * @return false when the current one has ended
   * @throws InvalidMessageException for text that is not white space, and anything forbidden
   */
  public boolean nextElement() {
    while (true) {
      switch (events.next()) {
        case XMLStreamConstants.START_ELEMENT -> {
          return true;
        }
        case XMLStreamConstants.END_ELEMENT, XMLStreamConstants.END_DOCUMENT -> {
          return false;
        }
        case XMLStreamConstants.CHARACTERS, XMLStreamConstants.CDATA -> {
          events.finishText();
          if (!events.isBlank()) {
            throw problem(
                    Code.UNEXPECTED, "elements, no text between them", reader.getText().strip())
                .within("text()");
          }
        }
        default -> events.refuseForbidden();
      }
    }
  }

  /** The text of the current element; moves to the element's end. */
  public String text() {
    readText();
    return new String(text, 0, textLength);
  }

  /** Reads the text of the current element for {@link #parseText}; moves to the element's end. */
  public void readText() {
    textLength = 0;
    while (true) {
      switch (events.next()) {
        case XMLStreamConstants.CHARACTERS, XMLStreamConstants.CDATA, XMLStreamConstants.SPACE -> {
          int length = events.finishText();
          keep(reader.getTextCharacters(), reader.getTextStart(), length);
        }
        case XMLStreamConstants.END_ELEMENT -> {
          return;
        }
        default -> refuseInText();
      }
    }
  }

  private void refuseInText() {
    if (reader.getEventType() == XMLStreamConstants.START_ELEMENT) {
      throw problem(Code.UNEXPECTED, "text only", localName()).within(localName());
    }
    events.refuseForbidden();
  }

  private void keep(char[] chars, int start, int length) {
    if (length > bounds.textLength() - textLength) {
      throw location.tooMuch(bounds.textLength() + " characters a text");
    }
    if (textLength + length > text.length) {
      text = Arrays.copyOf(text, Math.max(textLength + length, Math.max(64, text.length * 2)));
    }
    System.arraycopy(chars, start, text, textLength, length);
    textLength += length;
  }

  /** Receives a piece of text. */
  @FunctionalInterface
  public interface Piece {
    /** Takes the characters from {@code start} on. The array is overwritten after the call. */
    void take(char[] chars, int start, int length);
  }

  /**
   * Passes the text of the current element to {@code piece}, piece by piece; moves to the element's
   * end.
   */
  public void pieces(Piece piece) {
    while (true) {
      switch (events.next()) {
        case XMLStreamConstants.CHARACTERS, XMLStreamConstants.CDATA, XMLStreamConstants.SPACE -> {
          int length = events.finishText();
          piece.take(reader.getTextCharacters(), reader.getTextStart(), length);
        }
        case XMLStreamConstants.END_ELEMENT -> {
          return;
        }
        default -> refuseInText();
      }
    }
  }

  /**
   * Moves to the end of the current element, which must have no content at all.
   *
   * @param expected what belongs there, in words
   */
  public void requireEmpty(String expected) {
    while (true) {
      switch (events.next()) {
        case XMLStreamConstants.END_ELEMENT -> {
          return;
        }
        case XMLStreamConstants.START_ELEMENT ->
            throw problem(Code.UNEXPECTED, expected, localName());
        case XMLStreamConstants.CHARACTERS, XMLStreamConstants.CDATA, XMLStreamConstants.SPACE -> {
          if (events.finishText() > 0) {
            throw problem(Code.UNEXPECTED, expected, reader.getText());
          }
        }
        default -> events.refuseForbidden();
      }
    }
  }

  /** Skips the current element, which no schema describes, with its content. */
  public void skip() {
    events.countOpenElement();
    int open = 1;
    while (open > 0) {
      switch (events.next()) {
        case XMLStreamConstants.START_ELEMENT -> {
          events.countOpenElement();
          open++;
        }
        case XMLStreamConstants.END_ELEMENT -> open--;
        case XMLStreamConstants.CHARACTERS, XMLStreamConstants.CDATA -> events.finishText();
        default -> events.refuseForbidden();
      }
    }
  }

  /** Whether elements may come in any order and unknown ones are ignored. */
  public boolean isLenient() {
    return bounds.isLenient();
  }

  /** The resources of the message that are needed after it was read. */
  public MessageResources resources() {
    return resources;
  }

  /** What the values of the message hold. */
  public HeldMemory memory() {
    return memory;
  }

  /** The most bytes of one binary value. */
  public int binaryBytes() {
    return bounds.binaryBytes();
  }

  /**
   * Parses {@code text}.
   *
   * @throws InvalidMessageException when it is not in a form of {@code lexical}, or has too many
   *     digits
   */
  public <T> T parse(Lexical<T> lexical, String text) {
    if (lexical.isNumber() && text.length() > bounds.digits()) {
      String digits = lexical.whiteSpace().apply(text);
      if (digits.length() > bounds.digits()) {
        throw location.tooMuch(bounds.digits() + " digits a number");
      }
    }
    try {
      return lexical.parse(text);
    } catch (LexicalException invalid) {
      String expected = invalid.expected();
      // A type that preserves white space needs the text as it is.
      String found = lexical.whiteSpace().apply(text);
      throw problem(Code.VALUE, expected == null ? lexical.form() : expected, found);
    }
  }

  /**
   * Parses the text that {@link #readText} read last.
   *
   * @throws InvalidMessageException as for other texts
   */
  public <T> T parseText(Lexical<T> lexical) {
    T quick = textLength <= bounds.digits() ? lexical.quick(text, textLength) : null;
    return quick != null ? quick : parse(lexical, new String(text, 0, textLength));
  }

  /** The local name of the element that began last. */
  public String localName() {
    return events.localName();
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
    return AttributesIn.prefixed(reader.getPrefix(), localName());
  }

  /**
   * Reads the content of the current element to its end.
   *
   * @param text takes each piece of text
   * @param element is called at the start of each element, and must move to its end
   */
  public void content(Consumer<String> text, Runnable element) {
    while (true) {
      switch (events.next()) {
        case XMLStreamConstants.START_ELEMENT -> element.run();
        case XMLStreamConstants.END_ELEMENT -> {
          return;
        }
        case XMLStreamConstants.CHARACTERS, XMLStreamConstants.CDATA, XMLStreamConstants.SPACE -> {
          events.finishText();
          text.accept(reader.getText());
        }
        default -> events.refuseForbidden();
      }
    }
  }

  /** The attributes of the current element. */
  public AttributesIn attributes() {
    return attributes;
  }

  /** The value of an attribute of the current element, or null. */
  public @Nullable String attribute(String namespace, String localName) {
    return attributes.value(namespace, localName);
  }

  /**
   * Allows attributes of that namespace on any element, in addition to those of XML Schema; empty
   * to end this.
   */
  public void passAttributesOf(String namespace) {
    attributes.pass(namespace);
  }

  /** An error at the current location. */
  public InvalidMessageException problem(Code code, String expected, String found) {
    return location.problem(code, expected, found);
  }

  /** Counts the current element, which no schema describes, and its names. */
  void countOpenElement() {
    events.countOpenElement();
  }

  /** Counts the attributes of the current element, which no schema describes. */
  public void passAttributes() {
    if (attributes.count() > 0) {
      events.countOpenAttributes();
    }
  }

  /**
   * Returns the parser's buffers to its pool; the stream below stays open. If the message was not
   * read to its end, the parser's names are discarded too, because it would keep them for later
   * messages.
   */
  @Override
  public void close() {
    events.close();
  }
}
