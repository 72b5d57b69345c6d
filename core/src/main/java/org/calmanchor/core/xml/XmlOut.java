package org.calmanchor.core.xml;

import java.io.IOException;
import java.io.InputStream;
import java.util.Arrays;
import java.util.Base64;
import org.calmanchor.core.lexical.Lexical;
import org.calmanchor.core.lexical.LexicalException;

/**
 * A message being written as UTF-8. It is held in memory up to a limit; what goes beyond is handed
 * to a sink, and from then on the message cannot be taken back. Not safe for several threads.
 */
public final class XmlOut implements AutoCloseable {
  /** How deep elements may nest; deeper values are taken for a cycle. */
  static final int MOST_DEPTH = 200;

  /** How much of a text is looked at in one go. */
  private static final int CHUNK = 4 << 10;

  /** The characters that stand for themselves in texts and attributes. */
  private static final boolean[] PLAIN = new boolean[0x80];

  static {
    for (char c = ' '; c < PLAIN.length; c++) {
      PLAIN[c] = "<>&\"".indexOf(c) < 0;
    }
  }

  private static final byte[] NO_MARK = new byte[0];
  private static final byte[] GREATER = Tag.encode("&gt;");
  private static final byte[] LESS = Tag.encode("&lt;");
  private static final byte[] AMPERSAND = Tag.encode("&amp;");
  private static final byte[] QUOTE = Tag.encode("&quot;");
  private static final byte[] RETURN = Tag.encode("&#xD;");
  private static final byte[] NEWLINE = Tag.encode("&#xA;");
  private static final byte[] TAB = Tag.encode("&#x9;");

  private final Sink sink;
  private final int most;
  private final boolean indents;
  private byte[] buffer = Buffers.take();
  private int length;
  private int room;
  private int depth;
  private boolean wasClosed;
  private byte[] mark = NO_MARK;
  private int digits = Bounds.DEFAULT.digits();

  /** Takes what a message has grown beyond what is held. */
  @FunctionalInterface
  public interface Sink {
    /** Takes the first {@code length} bytes, which are overwritten afterwards. */
    void take(byte[] bytes, int length) throws IOException;
  }

  /**
   * A message that is held up to {@code most} bytes.
   *
   * @param indents whether each element starts a line, for people
   */
  public XmlOut(Sink sink, int most, boolean indents) {
    this.sink = sink;
    this.most = most;
    this.indents = indents;
    this.room = Math.min(buffer.length, most);
  }

  /** A message that is held as a whole. */
  public static XmlOut held(boolean indents) {
    return new XmlOut((bytes, length) -> {}, Integer.MAX_VALUE, indents);
  }

  /** The same with so many digits that a number may have; by default as in {@link Bounds}. */
  public XmlOut digits(int most) {
    this.digits = most;
    return this;
  }

  /** What is held now, as a copy. */
  public byte[] bytes() {
    return Arrays.copyOf(buffer, length);
  }

  /**
   * Hands what is held to the sink.
   *
   * @throws BrokenSinkException when it takes no more
   */
  public void flush() {
    try {
      sink.take(buffer, length);
    } catch (IOException gone) {
      throw new BrokenSinkException(gone);
    }
    length = 0;
  }

  /** Gives the buffer back; nothing may be written any more. */
  @Override
  public void close() {
    byte[] used = buffer;
    buffer = NO_MARK;
    length = 0;
    Buffers.give(used);
  }

  /** Puts an attribute, encoded with its quotes, into the next element that is opened. */
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

  /** An attribute of the element just opened; {@code open} is what stands before its value. */
  public void attribute(byte[] open, String value) {
    raw(open);
    escape(value, true);
    raw('"');
  }

  /** Ends the opening tag. */
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

  private void line(int indent) {
    if (indents && length > 0) {
      raw('\n');
      for (int i = 0; i < indent; i++) {
        raw(' ');
        raw(' ');
      }
    }
  }

  /** An element that holds text only. */
  public void element(Tag tag, String text) {
    start(tag);
    escape(text, false);
    close(tag);
  }

  /** Text between tags. */
  public void text(String text) {
    escape(text, false);
  }

  /**
   * Bytes as Base64 text, as they come.
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

  /** An element that holds a simple value. */
  public <T> void element(Tag tag, Lexical<T> lexical, T value) {
    if (indents || mark.length > 0) {
      start(tag);
      int end = quick(lexical, value);
      if (end < 0) {
        escape(print(lexical, value), false);
      } else {
        length = end;
      }
      close(tag);
      return;
    }
    // Most of an answer goes this way: room is made once, and nothing is nested in it.
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
      String text = lexical.print(value);
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

  private <T> int quick(Lexical<T> lexical, T value) {
    reserve(Lexical.QUICK_BYTES);
    return digits < Lexical.QUICK_BYTES ? -1 : lexical.print(value, buffer, length);
  }

  /** Bytes as they are. */
  public void raw(byte[] bytes) {
    reserve(bytes.length);
    System.arraycopy(bytes, 0, buffer, length, bytes.length);
    length += bytes.length;
  }

  private void raw(char ascii) {
    reserve(1);
    buffer[length++] = (byte) ascii;
  }

  private void reserve(int more) {
    if (length + more <= room) {
      return;
    }
    makeRoom(more);
  }

  private void makeRoom(int more) {
    if (length + more > most && length > 0) {
      flush();
    }
    if (length + more > buffer.length) {
      buffer = Arrays.copyOf(buffer, Math.max(buffer.length * 2, length + more));
    }
    room = Math.min(buffer.length, Math.max(most, length + more));
  }

  private void escape(String text, boolean inAttribute) {
    int end = text.length();
    int i = 0;
    while (i < end) {
      i = plain(text, i, Math.min(end, i + CHUNK));
      if (i < end) {
        i += special(text, i, inAttribute);
      }
    }
  }

  /**
   * Copies characters as long as they stand for themselves; the index of the first that does not.
   */
  private int plain(String text, int from, int to) {
    reserve(to - from);
    byte[] bytes = buffer;
    int at = length;
    int i = from;
    while (i < to) {
      char c = text.charAt(i);
      if (c >= 0x80 || !PLAIN[c]) {
        break;
      }
      bytes[at++] = (byte) c;
      i++;
    }
    length = at;
    return i;
  }

  /**
   * Writes the character at {@code i}, which needs care if it is no plain one; the chars it took.
   */
  private int special(String text, int i, boolean inAttribute) {
    char c = text.charAt(i);
    switch (c) {
      case '<' -> raw(LESS);
      case '>' -> raw(GREATER);
      case '&' -> raw(AMPERSAND);
      case '\r' -> raw(RETURN);
      case '"', '\n', '\t' -> {
        if (inAttribute) {
          raw(c == '"' ? QUOTE : c == '\n' ? NEWLINE : TAB);
        } else {
          raw(c);
        }
      }
      default -> {
        if (c >= ' ' && c < 0x80) {
          raw(c);
        } else {
          return 1 + other(text, i);
        }
      }
    }
    return 1;
  }

  /** Encodes the character at {@code i}; returns how many further chars it took. */
  private int other(String text, int i) {
    int c = text.codePointAt(i);
    boolean isXml = (c >= 0x20 && c <= 0xD7FF) || (c >= 0xE000 && c <= 0xFFFD) || c >= 0x10000;
    if (!isXml) {
      throw new EncodeException(
          String.format("the character U+%04X at position %d cannot stand in XML", c, i + 1));
    }
    reserve(4);
    if (c < 0x800) {
      buffer[length++] = (byte) (0xC0 | (c >> 6));
    } else if (c < 0x10000) {
      buffer[length++] = (byte) (0xE0 | (c >> 12));
      buffer[length++] = (byte) (0x80 | ((c >> 6) & 0x3F));
    } else {
      buffer[length++] = (byte) (0xF0 | (c >> 18));
      buffer[length++] = (byte) (0x80 | ((c >> 12) & 0x3F));
      buffer[length++] = (byte) (0x80 | ((c >> 6) & 0x3F));
    }
    buffer[length++] = (byte) (0x80 | (c & 0x3F));
    return c < 0x10000 ? 0 : 1;
  }
}
