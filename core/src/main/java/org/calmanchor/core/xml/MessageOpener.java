package org.calmanchor.core.xml;

import com.ctc.wstx.stax.WstxInputFactory;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.InputStreamReader;
import javax.xml.stream.XMLStreamException;
import org.calmanchor.core.io.HeldMemory;
import org.codehaus.stax2.XMLStreamReader2;
import org.jspecify.annotations.Nullable;

/**
 * Opens messages within fixed bounds. Safe for any number of threads.
 *
 * <p>Two parsers share the work: one that is fast but keeps a text as a whole, for short messages
 * in UTF-8, and one that gives texts in pieces, for all others.
 */
public final class MessageOpener {
  /**
   * Messages up to this size are read completely before they are parsed, which is a little faster.
   * A tag of this size cannot have so many attributes that their names cost much.
   */
  private static final int WHOLE_BYTES = 8 << 10;

  /** The most bytes of a text that is kept in memory. */
  private static final long SHORT_BYTES = 1L << 20;

  private static final int FACTORIES = 16;

  private final MessageLimits bounds;
  private final FastParserFactory[] fast = new FastParserFactory[FACTORIES];

  /** Made for the first message that needs it, so that a host starts without it. */
  private volatile @Nullable WstxInputFactory pieces;

  /** Creates an opener of messages within {@code bounds}. */
  public MessageOpener(MessageLimits bounds) {
    this.bounds = bounds;
    for (int i = 0; i < FACTORIES; i++) {
      fast[i] = new FastParserFactory();
    }
  }

  /** The factory for texts in pieces. Two threads may make one each, which does no harm. */
  private WstxInputFactory pieces() {
    WstxInputFactory known = pieces;
    if (known == null) {
      known = factory(bounds);
      pieces = known;
    }
    return known;
  }

  private static WstxInputFactory factory(MessageLimits bounds) {
    WstxInputFactory pieces = new WstxInputFactory();
    FastParserFactory.harden(pieces);
    // Lazy parsing would throw unchecked exceptions from every accessor.
    pieces.getConfig().doParseLazily(false);
    // The parsers' own limits are set above ours, which have our own messages. Only attributes are
    // limited in the parser, a little above our limit, because their names cost much before we see
    // them.
    pieces.getConfig().setMaxElementDepth(Integer.MAX_VALUE);
    pieces.getConfig().setMaxAttributesPerElement(bounds.attributes() + 1);
    pieces.getConfig().setMaxAttributeSize(Integer.MAX_VALUE);
    pieces.getConfig().setMaxTextLength(Integer.MAX_VALUE);
    return pieces;
  }

  /** Several factories, since a factory takes a lock for each message and namespace. */
  private FastParserFactory fast() {
    return fast[(int) (Thread.currentThread().getId() % FACTORIES)];
  }

  /**
   * Opens a message of unknown length.
   *
   * @param charset the name of the encoding that the transport gave, or null for what the document
   *     says itself
   * @throws InvalidMessageException when it cannot even begin
   */
  public XmlIn open(InputStream in, @Nullable String charset) {
    return open(in, charset, -1);
  }

  /**
   * Opens a message of {@code length} bytes; -1 if the length is unknown.
   *
   * @throws InvalidMessageException when it is longer than allowed, or cannot even begin
   */
  public XmlIn open(InputStream in, @Nullable String charset, long length) {
    return open(in, charset, length, HeldMemory.UNLIMITED);
  }

  /**
   * The same for a message whose values count against a budget.
   *
   * @param claims is asked for each block of memory that the values need; what it throws ends the
   *     reading
   * @throws InvalidMessageException when it is longer than allowed, or cannot even begin
   */
  public XmlIn open(
      InputStream in, @Nullable String charset, long length, HeldMemory.Claims claims) {
    HeldMemory memory = new HeldMemory(claims);
    if (length > bounds.bodyBytes()) {
      throw MeteredStream.tooLong(bounds);
    }
    try {
      if (length >= 0 && length <= Math.min(WHOLE_BYTES, bounds.tagBytes())) {
        byte[] message = new byte[(int) length];
        return openWhole(message, in.readNBytes(message, 0, message.length), charset, memory);
      }
      MeteredStream metered = new MeteredStream(in, bounds, memory);
      boolean isShort = length >= 0 && length <= SHORT_BYTES;
      return openStream(metered, metered.look(charset), isShort, memory);
    } catch (XMLStreamException unreadable) {
      throw ParserErrors.of(unreadable);
    } catch (IOException broken) {
      throw ParserErrors.brokenOff();
    }
  }

  /** Opens a message that is so short that no tag can be too long. */
  private XmlIn openWhole(byte[] message, int length, @Nullable String charset, HeldMemory memory)
      throws XMLStreamException, IOException {
    boolean isUsual = charset == null || charset.equalsIgnoreCase("utf-8");
    // The parser counts positions from the array's start, not from where it begins.
    int passed = isUsual ? UsualDeclarations.length(message, length) : 0;
    Encoding encoding = passed > 0 ? Encoding.UTF_8 : Encoding.of(message, length, charset);
    if (encoding.isPlain()) {
      Utf8Check check = new Utf8Check();
      check.take(message, passed, length);
      check.end();
      FastParserFactory parser = fast();
      return new XmlIn(parser.open(message, passed, length - passed), null, bounds, memory, parser);
    }
    MeteredStream metered =
        new MeteredStream(new ByteArrayInputStream(message, 0, length), bounds, memory);
    metered.look(charset);
    return openStream(metered, encoding, false, memory);
  }

  private XmlIn openStream(
      MeteredStream metered, Encoding encoding, boolean isShort, HeldMemory memory)
      throws XMLStreamException {
    if (!encoding.isPlain()) {
      InputStreamReader decoded = new InputStreamReader(metered, encoding.decoder());
      return new XmlIn(
          (XMLStreamReader2) pieces().createXMLStreamReader(decoded),
          metered,
          bounds,
          memory,
          null);
    }
    metered.expectUtf8();
    if (isShort) {
      FastParserFactory parser = fast();
      return new XmlIn(parser.open(metered), metered, bounds, memory, parser);
    }
    return new XmlIn(
        (XMLStreamReader2) pieces().createXMLStreamReader(metered, "UTF-8"),
        metered,
        bounds,
        memory,
        null);
  }

  /** The number of names that all parsers keep for later messages. */
  int namesKept() {
    int names = 0;
    for (FastParserFactory parser : fast) {
      names += parser.size();
    }
    return names;
  }
}
