package org.calmanchor.web.exchange;

import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.Charset;
import java.nio.charset.StandardCharsets;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.zip.GZIPInputStream;
import org.calmanchor.core.logging.Loggable;
import org.calmanchor.core.logging.MaskedMessage;
import org.jspecify.annotations.Nullable;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/** The beginning of a message, as a text for people. */
public final class RecordedText {
  /** The most bytes of a message that are kept. */
  static final int MOST_BYTES = 64 << 10;

  private static final Logger LOG = LoggerFactory.getLogger(RecordedText.class);
  private static final Pattern CHARSET =
      Pattern.compile("charset=\"?([A-Za-z0-9._:-]+)", Pattern.CASE_INSENSITIVE);
  private static final Pattern DECLARED =
      Pattern.compile("^<\\?xml[^>]*?encoding=[\"']([A-Za-z0-9._:-]+)");
  private static final int DECLARATION = 200;

  private RecordedText() {}

  /**
   * The recorded message, decompressed and decoded, with its secrets masked.
   *
   * @param coding the {@code Content-Encoding} that it came with
   * @param contentType the {@code Content-Type} that it came with
   * @param isOurs whether it is an answer: its plain sentences hold no secrets
   */
  public static String of(
      byte[] kept, @Nullable String coding, @Nullable String contentType, boolean isOurs) {
    byte[] bytes = "gzip".equals(coding) ? unpacked(kept) : kept;
    boolean isCut = bytes.length >= MOST_BYTES || kept.length >= MOST_BYTES;
    String decoded = new String(bytes, charset(bytes, contentType));
    String text = decoded.startsWith("\uFEFF") ? decoded.substring(1) : decoded;
    boolean isSentence = isOurs && contentType != null && contentType.startsWith("text/plain");
    String shown = isSentence ? text : MaskedMessage.of(text, isCut);
    return isCut ? shown + " (only the first 64 KiB are kept)" : shown;
  }

  /** Decompresses as much as possible of a message that may be cut off. */
  private static byte[] unpacked(byte[] packed) {
    ByteArrayOutputStream plain = new ByteArrayOutputStream();
    byte[] piece = new byte[4096];
    try (InputStream in = new GZIPInputStream(new ByteArrayInputStream(packed))) {
      for (int read = in.read(piece); read > 0; read = in.read(piece)) {
        keep(plain, piece, 0, read);
        if (plain.size() == MOST_BYTES) {
          break;
        }
      }
    } catch (IOException cutOff) {
      LOG.debug("a recorded message ends within its compression", Loggable.failure(cutOff));
    }
    return plain.toByteArray();
  }

  /** Adds as many bytes as there is room for. */
  static void keep(ByteArrayOutputStream kept, byte[] bytes, int offset, int length) {
    kept.write(bytes, offset, Math.min(length, MOST_BYTES - kept.size()));
  }

  /**
   * The charset from the byte order mark, the content type or the XML declaration, in this order
   * (RFC 7303, section 3).
   */
  private static Charset charset(byte[] bytes, @Nullable String contentType) {
    int first = bytes.length < 2 ? 0 : ((bytes[0] & 0xFF) << 8) | (bytes[1] & 0xFF);
    if (first == 0xFEFF || first == 0xFFFE) {
      return StandardCharsets.UTF_16;
    }
    Matcher named = CHARSET.matcher(contentType == null ? "" : contentType);
    if (named.find()) {
      return known(named.group(1));
    }
    // A document begins with "<", so a zero byte before or after it tells the byte order.
    if (first == '<') {
      return StandardCharsets.UTF_16BE;
    } else if (first == '<' << 8) {
      return StandardCharsets.UTF_16LE;
    }
    int length = Math.min(bytes.length, DECLARATION);
    Matcher declared = DECLARED.matcher(new String(bytes, 0, length, StandardCharsets.ISO_8859_1));
    return declared.find() ? known(declared.group(1)) : StandardCharsets.UTF_8;
  }

  private static Charset known(String name) {
    try {
      return Charset.forName(name);
    } catch (IllegalArgumentException unknown) {
      LOG.debug(
          "a recorded message names a charset that is not known: {}",
          Loggable.text(name),
          Loggable.failure(unknown));
      return StandardCharsets.UTF_8;
    }
  }
}
