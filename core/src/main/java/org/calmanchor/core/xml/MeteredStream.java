package org.calmanchor.core.xml;

import java.io.IOException;
import java.io.InputStream;
import org.calmanchor.core.io.BulkInputStream;
import org.jspecify.annotations.Nullable;

/** Counts the bytes that a parser takes, of the message and of the current tag. */
final class MeteredStream extends BulkInputStream {
  /** What is taken at first: short messages as a whole. */
  private static final int HEAD_BYTES = 1 << 10;

  /** Beyond so many bytes a tag is looked at more closely. */
  private static final int LONG_TAG = 4 << 10;

  private final MessageLimits bounds;
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

  MeteredStream(InputStream in, MessageLimits bounds) {
    super(in);
    this.bounds = bounds;
  }

  /**
   * The encoding that the message's first bytes and the transport tell; they are read again
   * afterwards.
   */
  Encoding look(@Nullable String charset) throws IOException {
    head = new byte[HEAD_BYTES];
    int read = in.read(head, 0, head.length);
    while (read >= 0 && (headLength += read) < Encoding.HEAD) {
      read = in.read(head, headLength, head.length - headLength);
    }
    return Encoding.of(head, headLength, charset);
  }

  /** Holds what is taken from now on to UTF-8. */
  void expectUtf8() {
    utf8 = new Utf8Check();
  }

  /** A tag comes next. */
  void expectTag() {
    // Called for each event of the parser, so the rest is done when it takes bytes, which is rare.
    pieces++;
    isText = false;
  }

  /** A text comes next. Its length is limited by the reader of texts, not here. */
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
    // Only what lies within a long tag as a whole is counted, so that most messages pay nothing.
    lastCount = seen - pieceStart > LONG_TAG ? attributes(bytes, offset, read) : 0;
  }

  /**
   * The parser is still in the tag that it was in when it took the last bytes. It looks up the
   * names of all attributes before it returns one, so they are counted here as well.
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

  /** How often something in bytes looks like the value of an attribute. */
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
