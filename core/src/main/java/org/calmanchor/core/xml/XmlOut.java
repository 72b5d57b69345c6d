package org.calmanchor.core.xml;

import java.io.IOException;
import java.io.InputStream;
import java.math.BigDecimal;
import java.util.Arrays;
import java.util.Base64;
import org.calmanchor.core.lexical.Lexical;
import org.calmanchor.core.lexical.LexicalException;

/**
 * A message being written as UTF-8. It is held in memory up to a limit; what goes beyond is handed
 * to a sink, and from then on the message cannot be taken back. Not safe for several threads.
 */
public final class XmlOut extends TextOutput {
  /** The deepest nesting of elements; a deeper value is taken for a cycle. */
  static final int MOST_DEPTH = 200;

  private static final byte[] NO_MARK = new byte[0];
  private final boolean indents;
  private int depth;
  private boolean wasClosed;
  private byte[] mark = NO_MARK;
  private int unindented;
  private int digits = MessageLimits.DEFAULT.digits();
  private boolean isCanonical;

  /**
   * Creates an output that holds up to {@code most} bytes back.
   *
   * @param indents whether each element starts a line, for people
   */
  public XmlOut(ByteSink sink, int most, boolean indents) {
    super(sink, most);
    this.indents = indents;
  }

  /** Creates an output that holds all bytes. */
  public static XmlOut held(boolean indents) {
    return new XmlOut((bytes, length) -> {}, Integer.MAX_VALUE, indents);
  }

  /** Sets the most digits of a number; the default is that of {@link MessageLimits}. */
  public XmlOut digits(int most) {
    this.digits = most;
    return this;
  }

  /** Limits numbers as {@code other} does. */
  public XmlOut like(XmlOut other) {
    return digits(other.digits);
  }

  /** Writes decimal numbers without zeroes at their end, so that equal ones look the same. */
  public XmlOut canonical() {
    isCanonical = true;
    return this;
  }

  /** Adds an attribute, encoded with its quotes, to the next element that is opened. */
  public void markNext(byte[] attribute) {
    mark = attribute;
  }

  /** Opens an element; attributes may follow, then {@link #content}. */
  public void open(Tag tag) {
    deeper();
    line(depth - 1);
    raw(tag.open());
    if (mark.length > 0) {
      raw(mark);
      mark = NO_MARK;
    }
    wasClosed = false;
  }

  /** Opens an element without attributes. */
  public void start(Tag tag) {
    if (mark.length > 0 || indents) {
      open(tag);
      content();
      return;
    }
    deeper();
    raw(tag.start());
    wasClosed = false;
  }

  private void deeper() {
    if (++depth > MOST_DEPTH) {
      throw new EncodeException("nested deeper than " + MOST_DEPTH + " elements; is it a cycle?");
    }
  }

  /**
   * Writes an attribute of the element just opened; {@code open} is everything before its value.
   */
  public void attribute(byte[] open, String value) {
    raw(open);
    escape(value, true);
    raw('"');
  }

  /** Ends the start tag. */
  public void content() {
    raw('>');
  }

  /** Ends an element without content. */
  public void empty() {
    raw('/');
    raw('>');
    depth--;
    wasClosed = true;
  }

  /** Closes an element. */
  public void close(Tag tag) {
    depth--;
    if (wasClosed) {
      line(depth);
    }
    raw(tag.close());
    wasClosed = true;
  }

  /** Begins content in which white space has a meaning: nothing in it starts a line. */
  public void beginMixed() {
    unindented++;
  }

  /** Ends such content. */
  public void endMixed() {
    unindented--;
    wasClosed = false;
  }

  private void line(int indent) {
    if (indents && length > 0 && unindented == 0) {
      raw('\n');
      for (int i = 0; i < indent; i++) {
        raw(' ');
        raw(' ');
      }
    }
  }

  /** Writes an element that contains text only. */
  public void element(Tag tag, String text) {
    start(tag);
    escape(text, false);
    close(tag);
  }

  /** Writes text between tags. */
  public void text(String text) {
    escape(text, false);
  }

  /**
   * Writes bytes as Base64 text while reading them.
   *
   * @throws IOException when {@code bytes} cannot be read
   */
  public void base64(InputStream bytes) throws IOException {
    Base64.Encoder encoder = Base64.getEncoder();
    byte[] chunk = new byte[3 << 10];
    while (true) {
      int read = bytes.readNBytes(chunk, 0, chunk.length);
      raw(encoder.encode(read == chunk.length ? chunk : Arrays.copyOf(chunk, read)));
      if (read < chunk.length) {
        return;
      }
    }
  }

  /** Writes an element with a simple value. */
  public <T> void element(Tag tag, Lexical<T> lexical, T value) {
    if (indents || isCanonical || mark.length > 0) {
      start(tag);
      int end = isCanonical ? -1 : quick(lexical, value);
      if (end < 0) {
        escape(print(lexical, value), false);
      } else {
        length = end;
      }
      close(tag);
      return;
    }
    // Most of an answer is written here: room is reserved once, without nested calls.
    byte[] start = tag.start();
    byte[] close = tag.close();
    reserve(start.length + Lexical.QUICK_BYTES + close.length);
    System.arraycopy(start, 0, buffer, length, start.length);
    int at = length + start.length;
    int end = digits < Lexical.QUICK_BYTES ? -1 : lexical.print(value, buffer, at);
    if (end < 0) {
      length = at;
      escape(print(lexical, value), false);
      raw(close);
    } else {
      System.arraycopy(close, 0, buffer, end, close.length);
      length = end + close.length;
    }
  }

  /**
   * The text of a value.
   *
   * @throws EncodeException when it has none, or as a number too many digits
   */
  public <T> String print(Lexical<T> lexical, T value) {
    try {
      String text = isCanonical ? canonical(lexical.print(value), value) : lexical.print(value);
      if (lexical.isNumber() && text.length() > digits) {
        throw new EncodeException("more than " + digits + " digits");
      }
      return text;
    } catch (LexicalException unprintable) {
      throw new EncodeException(
          unprintable.getMessage()
              + ", where "
              + (unprintable.expected() == null ? lexical.form() : unprintable.expected())
              + " belongs");
    }
  }

  private static String canonical(String text, Object value) {
    return value instanceof BigDecimal number && number.scale() > 0
        ? number.stripTrailingZeros().toPlainString()
        : text;
  }

  private <T> int quick(Lexical<T> lexical, T value) {
    reserve(Lexical.QUICK_BYTES);
    return digits < Lexical.QUICK_BYTES ? -1 : lexical.print(value, buffer, length);
  }
}
