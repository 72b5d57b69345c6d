package org.calmanchor.core.codec;

import com.ctc.wstx.stax.WstxInputFactory;
import com.fasterxml.aalto.stax.InputFactoryImpl;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.Charset;
import java.nio.charset.IllegalCharsetNameException;
import java.nio.charset.StandardCharsets;
import java.nio.charset.UnsupportedCharsetException;
import java.util.concurrent.atomic.AtomicInteger;
import javax.xml.stream.XMLInputFactory;
import javax.xml.stream.XMLStreamException;
import javax.xml.stream.XMLStreamReader;
import org.codehaus.stax2.XMLInputFactory2;
import org.codehaus.stax2.XMLStreamReader2;
import org.codehaus.stax2.io.Stax2ByteArraySource;
import org.jspecify.annotations.Nullable;

/**
 * Opens messages within fixed bounds. Safe for any number of threads.
 *
 * <p>Two parsers share the work: one that is fast but keeps a text as a whole, for short messages
 * in UTF-8, and one that gives texts in pieces and knows every charset, for all others.
 */
public final class Inputs {
  /** Up to here a message is read before it is parsed, which takes a little less time. */
  private static final int WHOLE_BYTES = 64 << 10;

  /** Up to here a text may be kept as a whole. */
  private static final long SHORT_BYTES = 1L << 20;

  /** How many names of strangers the fast parser may learn before it has to forget them. */
  private static final int MOST_STRANGE = 10_000;

  private static final int FACTORIES = 16;

  private final Bounds bounds;
  private final WstxInputFactory pieces = new WstxInputFactory();
  private final AtomicInteger strange = new AtomicInteger();
  private volatile InputFactoryImpl[] whole = newWhole();

  /** Opens messages that hold to {@code bounds}. */
  public Inputs(Bounds bounds) {
    this.bounds = bounds;
    hardened(pieces);
    // Lazy parsing would raise unchecked exceptions from every accessor.
    pieces.getConfig().doParseLazily(false);
    // What it limits by itself, in words of its own, is bounded by us, the same with either parser.
    pieces.getConfig().setMaxElementDepth(Integer.MAX_VALUE);
    pieces.getConfig().setMaxAttributesPerElement(Integer.MAX_VALUE);
    pieces.getConfig().setMaxAttributeSize(Integer.MAX_VALUE);
    pieces.getConfig().setMaxTextLength(Integer.MAX_VALUE);
  }

  private static InputFactoryImpl[] newWhole() {
    InputFactoryImpl[] factories = new InputFactoryImpl[FACTORIES];
    for (int i = 0; i < factories.length; i++) {
      factories[i] = new InputFactoryImpl();
      hardened(factories[i]);
      // It then tells a text's start before reading all of it, so that a tag's bound is no text's.
      factories[i].setProperty(XMLInputFactory2.P_LAZY_PARSING, true);
    }
    return factories;
  }

  /** A factory locks itself for each message and namespace; threads seldom share one. */
  private InputFactoryImpl fast() {
    return whole[(int) (Thread.currentThread().getId() % FACTORIES)];
  }

  private static void hardened(XMLInputFactory factory) {
    factory.setProperty(XMLInputFactory.IS_NAMESPACE_AWARE, true);
    factory.setProperty(XMLInputFactory.IS_COALESCING, false);
    factory.setProperty(XMLInputFactory.SUPPORT_DTD, false);
    factory.setProperty(XMLInputFactory.IS_SUPPORTING_EXTERNAL_ENTITIES, false);
  }

  /**
   * A message from {@code in}, of unknown length.
   *
   * @param charset the name of the encoding that the transport gave, or null for what the document
   *     says itself
   * @throws InvalidMessageException when it cannot even begin
   */
  public XmlIn open(InputStream in, @Nullable String charset) {
    return open(in, charset, -1);
  }

  /**
   * A message of {@code length} bytes from {@code in}; -1 when unknown.
   *
   * @throws InvalidMessageException when it is longer than allowed, or cannot even begin
   */
  public XmlIn open(InputStream in, @Nullable String charset, long length) {
    if (length > bounds.bodyBytes()) {
      throw new InvalidMessageException(
          new InputProblem(
              "",
              InputProblem.Code.SIZE,
              "at most " + bounds.bodyBytes() + " bytes a message",
              "",
              0,
              0));
    }
    try {
      if (length >= 0 && length <= Math.min(WHOLE_BYTES, bounds.tagBytes())) {
        byte[] message = new byte[(int) length];
        return openWhole(message, in.readNBytes(message, 0, message.length), charset);
      }
      MeteredStream metered = new MeteredStream(in, bounds);
      Encoding encoding = metered.look();
      XMLStreamReader reader =
          isUtf8(charset, encoding) && length >= 0 && length <= SHORT_BYTES
              ? fast().createXMLStreamReader(metered)
              : inPieces(metered, charset, encoding);
      return new XmlIn((XMLStreamReader2) reader, metered, bounds, this);
    } catch (XMLStreamException unreadable) {
      throw Malformed.of(unreadable);
    } catch (IOException broken) {
      throw Malformed.brokenOff();
    }
  }

  /** A message so short that none of its tags could be too long. */
  private XmlIn openWhole(byte[] message, int length, @Nullable String charset)
      throws XMLStreamException {
    // Places count from the array's start, not from where the parser begins.
    int passed = UsualDeclarations.length(message, length);
    Encoding encoding = passed > 0 ? Encoding.UTF_8 : Encoding.of(message, length);
    if (isUtf8(charset, encoding)) {
      XMLStreamReader reader =
          fast().createXMLStreamReader(new Stax2ByteArraySource(message, passed, length - passed));
      return new XmlIn((XMLStreamReader2) reader, null, bounds, this);
    }
    MeteredStream metered = new MeteredStream(new ByteArrayInputStream(message, 0, length), bounds);
    XMLStreamReader reader = inPieces(metered, charset, encoding);
    return new XmlIn((XMLStreamReader2) reader, metered, bounds, this);
  }

  private XMLStreamReader inPieces(InputStream in, @Nullable String charset, Encoding encoding)
      throws XMLStreamException {
    return charset == null || encoding == Encoding.MARKED
        ? pieces.createXMLStreamReader(in)
        : pieces.createXMLStreamReader(in, charset);
  }

  private static boolean isUtf8(@Nullable String charset, Encoding encoding) {
    return encoding == Encoding.UTF_8 && (charset == null || charset.equalsIgnoreCase("utf-8"));
  }

  /** Whether messages in that charset can be read. */
  public static boolean isReadable(String charset) {
    try {
      Charset known = Charset.forName(charset);
      return known.equals(StandardCharsets.UTF_8)
          || known.equals(StandardCharsets.US_ASCII)
          || known.equals(StandardCharsets.ISO_8859_1)
          || known.name().startsWith("UTF-16")
          || known.name().startsWith("windows-125");
    } catch (IllegalCharsetNameException | UnsupportedCharsetException unknown) {
      return false;
    }
  }

  /**
   * Notes elements whose names stand in no contract. The fast parser shares the names that it has
   * seen among messages, without end: a sender must not be able to fill the memory with them.
   */
  void met(int strangers) {
    if (strangers > 0 && strange.addAndGet(strangers) > MOST_STRANGE) {
      strange.set(0);
      whole = newWhole();
    }
  }
}
