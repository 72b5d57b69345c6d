package org.calmanchor.core.xml;

import java.io.IOException;
import java.io.InputStream;
import org.calmanchor.core.io.BulkInputStream;
import org.calmanchor.core.io.HeldMemory;
import org.jspecify.annotations.Nullable;

/** Counts the bytes that a parser takes, of the message and of the current tag. */
final class MeteredStream extends BulkInputStream {
  /** The size of the first read, which takes short messages completely. */
  private static final int HEAD_BYTES = 1 << 10;

  /** The attributes of a tag longer than this are counted. */
  private static final int LONG_TAG = 4 << 10;

  /**
   * The bytes that values hold for each byte of a message: a text is read into a buffer of twice
   * its characters, and becomes a string; short elements become objects, with headers, in lists.
   */
  private static final int HELD_FOR_EACH = 8;

  private final MessageLimits bounds;
  private final HeldMemory memory;
  private byte[] head = {};
  private int headLength;
  private int headTaken;
  private long seen;
  private long pieceStart;
  private int pieces;
  private int lastPiece;
  private boolean isText;
  private int lastCount;
  private int attributes;
  private @Nullable Utf8Check utf8;

  MeteredStream(InputStream in, MessageLimits bounds, HeldMemory memory) {
    super(in);
    this.bounds = bounds;
    this.memory = memory;
  }

  /**
   * Detects the encoding from the first bytes, which are read again afterwards, and from the
   * transport's charset.
   */
  Encoding look(@Nullable String charset) throws IOException {
    head = new byte[HEAD_BYTES];
    int read = in.read(head, 0, head.length);
    while (read >= 0 && (headLength += read) < Encoding.HEAD) {
      read = in.read(head, headLength, head.length - headLength);
    }
    return Encoding.of(head, headLength, charset);
  }

  /** Checks from now on that the bytes are UTF-8. */
  void expectUtf8() {
    utf8 = new Utf8Check();
  }

  /** The parser is going to read a tag. */
  void expectTag() {
    // Called for each parser event; the actual work is done when the parser takes bytes, which is
    // rare.
    pieces++;
    isText = false;
  }

  /** The parser is going to read a text. The reader of texts limits its length, not this class. */
  void expectText() {
    isText = true;
  }

  @Override
  public int read(byte[] bytes, int offset, int length) throws IOException {
    if (pieces != lastPiece || isText) {
      lastPiece = pieces;
      pieceStart = seen;
      attributes = 0;
    } else {
      requireUsualTag();
    }
    int read;
    if (headTaken < headLength) {
      read = Math.min(length, headLength - headTaken);
      System.arraycopy(head, headTaken, bytes, offset, read);
      headTaken += read;
    } else {
      read = in.read(bytes, offset, length);
    }
    seen += Math.max(0, read);
    memory.add((long) HELD_FOR_EACH * Math.max(0, read));
    if (seen > bounds.bodyBytes()) {
      throw tooLong(bounds);
    }
    check(bytes, offset, read);
    return read;
  }

  private void check(byte[] bytes, int offset, int read) {
    Utf8Check check = utf8;
    if (check != null) {
      if (read < 0) {
        check.end();
      } else {
        check.take(bytes, offset, offset + read);
      }
    }
    // Only bytes that lie completely within a long tag are counted, so most messages cost nothing.
    lastCount = seen - pieceStart > LONG_TAG ? attributes(bytes, offset, read) : 0;
  }

  /**
   * Called if the parser is still in the tag in which it took the previous bytes. It looks up the
   * names of all attributes before it returns the first, so they must be counted here too.
   */
  private void requireUsualTag() {
    if (seen - pieceStart > bounds.tagBytes()) {
      throw refused("at most " + bounds.tagBytes() + " bytes a tag or comment");
    }
    attributes += lastCount;
    if (attributes > bounds.attributes()) {
      throw refused("at most " + bounds.attributes() + " attributes an element");
    }
  }

  /** The number of places in the bytes that look like an attribute's value. */
  private static int attributes(byte[] bytes, int offset, int length) {
    int count = 0;
    for (int i = offset + 1; i < offset + length; i++) {
      if (bytes[i - 1] == '=' && (bytes[i] == '"' || bytes[i] == '\'')) {
        count++;
      }
    }
    return count;
  }

  static InvalidMessageException tooLong(MessageLimits bounds) {
    return new InvalidMessageException(
        new InputProblem(
            "",
            InputProblem.Code.SIZE,
            "at most " + bounds.bodyBytes() + " bytes a message",
            "",
            0,
            0));
  }

  private static InvalidMessageException refused(String expected) {
    return new InvalidMessageException(
        new InputProblem("", InputProblem.Code.LIMIT, expected, "", 0, 0));
  }
}
