package org.calmanchor.core.binary;

import java.util.Arrays;
import org.calmanchor.core.lexical.WhiteSpace;
import org.calmanchor.core.xml.InputProblem.Code;
import org.calmanchor.core.xml.InvalidMessageException;
import org.calmanchor.core.xml.XmlIn;

/**
 * Decodes Base64 from pieces of text (RFC 4648, section 4; white space between characters as XML
 * Schema allows it). Padding must be there, and bits that no byte holds be zero. For one value.
 */
public final class Base64Text implements XmlIn.Piece {
  private static final byte[] SEXTETS = new byte[128];
  private static final int MOST_SHOWN = 100;

  static {
    String alphabet = "ABCDEFGHIJKLMNOPQRSTUVWXYZabcdefghijklmnopqrstuvwxyz0123456789+/";
    Arrays.fill(SEXTETS, (byte) -1);
    for (int i = 0; i < alphabet.length(); i++) {
      SEXTETS[alphabet.charAt(i)] = (byte) i;
    }
  }

  private final XmlIn in;
  private final Spool spool;
  private final StringBuilder beginning = new StringBuilder(0);
  private final byte[] decoded = new byte[3 * 1024];
  private final long heldBefore;
  private int filled;
  private int bits;
  private int sextets;
  private int padding;

  /** Creates a decoder that puts the bytes into {@code spool}. */
  public Base64Text(XmlIn in, Spool spool) {
    this.in = in;
    this.spool = spool;
    this.heldBefore = in.memory().held();
    in.resources().spool(spool);
  }

  /** The first characters of the text, for error messages. */
  public String beginning() {
    return beginning.toString();
  }

  @Override
  public void take(char[] chars, int start, int length) {
    if (beginning.length() < MOST_SHOWN) {
      beginning.append(chars, start, Math.min(length, MOST_SHOWN - beginning.length()));
    }
    for (int i = start; i < start + length; i++) {
      char c = chars[i];
      int sextet = c < 128 ? SEXTETS[c] : -1;
      if (sextet >= 0 && padding == 0) {
        bits = bits << 6 | sextet;
        if (++sextets == 4) {
          decodeGroup();
        }
      } else if (c == '=' && sextets + padding < 4 && sextets > 1) {
        padding++;
      } else if (!WhiteSpace.isSpace(c)) {
        throw malformed();
      }
    }
  }

  private void decodeGroup() {
    decoded[filled++] = (byte) (bits >> 16);
    decoded[filled++] = (byte) (bits >> 8);
    decoded[filled++] = (byte) bits;
    bits = 0;
    sextets = 0;
    if (filled == decoded.length) {
      pass();
    }
  }

  private void pass() {
    if (spool.length() + filled > in.binaryBytes()) {
      throw in.problem(Code.LIMIT, "at most " + in.binaryBytes() + " bytes a binary value", "");
    }
    if (!spool.isInMemory()) {
      // The bytes are in a file.
      in.memory().shrink(heldBefore);
    }
    spool.take(decoded, filled);
    filled = 0;
  }

  private InvalidMessageException malformed() {
    return in.problem(
        Code.VALUE, "bytes as Base64 text", WhiteSpace.collapse(beginning.toString()));
  }

  /** Ends the text and returns its bytes. */
  public Object value(boolean isArray) {
    if (sextets + padding != 0 && sextets + padding != 4) {
      throw malformed();
    }
    if (sextets == 2 && (bits & 0xF) == 0) {
      decoded[filled++] = (byte) (bits >> 4);
    } else if (sextets == 3 && (bits & 3) == 0) {
      decoded[filled++] = (byte) (bits >> 10);
      decoded[filled++] = (byte) (bits >> 2);
    } else if (sextets != 0) {
      throw malformed();
    }
    pass();
    return isArray ? spool.bytes() : spool.binary();
  }
}
