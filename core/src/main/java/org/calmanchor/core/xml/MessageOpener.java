package org.calmanchor.core.xml;

import com.ctc.wstx.stax.WstxInputFactory;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.InputStreamReader;
import javax.xml.stream.XMLStreamException;
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
   * Up to here a message is read before it is parsed, which takes a little less time. A tag in it
   * cannot hold so many attributes that their names cost much.
   */
  private static final int WHOLE_BYTES = 8 << 10;

  /** Up to here a text may be kept as a whole. */
  private static final long SHORT_BYTES = 1L << 20;

  private static final int FACTORIES = 16;

  private final MessageLimits bounds;
  private final WstxInputFactory pieces = new WstxInputFactory();
  private final FastParserFactory[] fast = new FastParserFactory[FACTORIES];

  /** Opens messages that hold to {@code bounds}. */
  public MessageOpener(MessageLimits bounds) {
    this.bounds = bounds;
    for (int i = 0; i < FACTORIES; i++) {
      fast[i] = new FastParserFactory();
    }
    FastParserFactory.harden(pieces);
    // Lazy parsing would raise unchecked exceptions from every accessor.
    pieces.getConfig().doParseLazily(false);
    // What it limits by itself, in words of its own, is bounded by us, the same with either parser;
    // but for attributes, whose names cost much before we see them: it stops a little later.
    pieces.getConfig().setMaxElementDepth(Integer.MAX_VALUE);
    pieces.getConfig().setMaxAttributesPerElement(bounds.attributes() + 1);
    pieces.getConfig().setMaxAttributeSize(Integer.MAX_VALUE);
    pieces.getConfig().setMaxTextLength(Integer.MAX_VALUE);
  }

  /** A factory locks itself for each message and namespace; threads seldom share one. */
  private FastParserFactory fast() {
    return fast[(int) (Thread.currentThread().getId() % FACTORIES)];
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
      throw MeteredStream.tooLong(bounds);
    }
    try {
      if (length >= 0 && length <= Math.min(WHOLE_BYTES, bounds.tagBytes())) {
        byte[] message = new byte[(int) length];
        return openWhole(message, in.readNBytes(message, 0, message.length), charset);
      }
      MeteredStream metered = new MeteredStream(in, bounds);
      return openStream(metered, metered.look(charset), length >= 0 && length <= SHORT_BYTES);
    } catch (XMLStreamException unreadable) {
      throw ParserErrors.of(unreadable);
    } catch (IOException broken) {
      throw ParserErrors.brokenOff();
    }
  }

  /** A message so short that none of its tags could be too long. */
  private XmlIn openWhole(byte[] message, int length, @Nullable String charset)
      throws XMLStreamException, IOException {
    boolean isUsual = charset == null || charset.equalsIgnoreCase("utf-8");
    // Places count from the array's start, not from where the parser begins.
    int passed = isUsual ? UsualDeclarations.length(message, length) : 0;
    Encoding encoding = passed > 0 ? Encoding.UTF_8 : Encoding.of(message, length, charset);
    if (encoding.isPlain()) {
      Utf8Check check = new Utf8Check();
      check.take(message, passed, length);
      check.end();
      FastParserFactory parser = fast();
      return new XmlIn(parser.open(message, passed, length - passed), null, bounds, parser);
    }
    MeteredStream metered = new MeteredStream(new ByteArrayInputStream(message, 0, length), bounds);
    metered.look(charset);
    return openStream(metered, encoding, false);
  }

  private XmlIn openStream(MeteredStream metered, Encoding encoding, boolean isShort)
      throws XMLStreamException {
    if (!encoding.isPlain()) {
      InputStreamReader decoded = new InputStreamReader(metered, encoding.decoder());
      return new XmlIn(
          (XMLStreamReader2) pieces.createXMLStreamReader(decoded), metered, bounds, null);
    }
    metered.expectUtf8();
    if (isShort) {
      FastParserFactory parser = fast();
      return new XmlIn(parser.open(metered), metered, bounds, parser);
    }
    return new XmlIn(
        (XMLStreamReader2) pieces.createXMLStreamReader(metered, "UTF-8"), metered, bounds, null);
  }

  /** How many names its parsers keep for messages to come, in all. */
  int namesKept() {
    int names = 0;
    for (FastParserFactory parser : fast) {
      names += parser.size();
    }
    return names;
  }
}
