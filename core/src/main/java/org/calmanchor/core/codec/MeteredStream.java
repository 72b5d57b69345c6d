package org.calmanchor.core.codec;

import java.io.FilterInputStream;
import java.io.IOException;
import java.io.InputStream;

/**
 * Counts what a parser takes: of the whole message, and of the tag or text that it is at. The bytes
 * that were looked at ahead come first.
 */
final class MeteredStream extends FilterInputStream {
  /** What is taken at first: short messages as a whole. */
  private static final int HEAD_BYTES = 1 << 10;

  private final Bounds bounds;
  private byte[] head = {};
  private int headLength;
  private int headTaken;
  private long seen;
  private long pieceStart;
  private int pieces;
  private int lastPiece;
  private boolean isText;

  MeteredStream(InputStream in, Bounds bounds) {
    super(in);
    this.bounds = bounds;
  }

  /** The encoding that the message's first bytes tell; they are read again afterwards. */
  Encoding look() throws IOException {
    head = new byte[HEAD_BYTES];
    int read = in.read(head, 0, head.length);
    while (read >= 0 && (headLength += read) < Encoding.HEAD) {
      read = in.read(head, headLength, head.length - headLength);
    }
    return Encoding.of(head, headLength);
  }

  /** A tag comes next. */
  void expectTag() {
    // Called for each event of the parser, so the rest is done when it takes bytes, which is rare.
    pieces++;
    isText = false;
  }

  /** It is a text, which is counted where it is read; as a whole by the message's own bound. */
  void expectText() {
    isText = true;
  }

  @Override
  public int read() throws IOException {
    byte[] one = new byte[1];
    return read(one, 0, 1) < 0 ? -1 : one[0] & 0xFF;
  }

  @Override
  public int read(byte[] bytes, int offset, int length) throws IOException {
    if (pieces != lastPiece || isText) {
      lastPiece = pieces;
      pieceStart = seen;
    } else if (seen - pieceStart > bounds.tagBytes()) {
      throw refused("at most " + bounds.tagBytes() + " bytes a tag or comment");
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
      throw new InvalidMessageException(
          new InputProblem(
              "",
              InputProblem.Code.SIZE,
              "at most " + bounds.bodyBytes() + " bytes a message",
              "",
              0,
              0));
    }
    return read;
  }

  private static InvalidMessageException refused(String expected) {
    return new InvalidMessageException(
        new InputProblem("", InputProblem.Code.LIMIT, expected, "", 0, 0));
  }
}
