package org.calmanchor.core.binary;

import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import org.calmanchor.annotations.Binary;
import org.calmanchor.core.logging.Loggable;
import org.jspecify.annotations.Nullable;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/**
 * Received bytes: in memory up to a size, beyond it in a temporary file that is deleted when the
 * call ends. Not safe for several threads.
 */
public final class Spool implements AutoCloseable {
  private static final Logger LOG = LoggerFactory.getLogger(Spool.class);
  private static final int IN_MEMORY = 256 << 10;

  private final boolean isHeld;
  private final ByteArrayOutputStream memory = new ByteArrayOutputStream(256);
  private long length;
  private @Nullable Path file;
  private @Nullable OutputStream filling;

  /** Creates a spool; if {@code isHeld}, it stays in memory, whatever its size. */
  public Spool(boolean isHeld) {
    this.isHeld = isHeld;
  }

  /** Whether the next bytes are kept in memory. */
  boolean isInMemory() {
    return isHeld || length <= IN_MEMORY;
  }

  long length() {
    return length;
  }

  /**
   * Adds bytes.
   *
   * @throws UncheckedIOException when the disk does not
   */
  void take(byte[] bytes, int count) {
    length += count;
    try {
      if (filling == null && !isHeld && length > IN_MEMORY) {
        file = Files.createTempFile("calm-anchor-", ".binary");
        filling = Files.newOutputStream(file);
        memory.writeTo(filling);
        memory.reset();
      }
      if (filling == null) {
        memory.write(bytes, 0, count);
      } else {
        filling.write(bytes, 0, count);
      }
    } catch (IOException full) {
      close();
      throw new UncheckedIOException("a binary value could not be kept on disk", full);
    }
  }

  byte[] bytes() {
    return memory.toByteArray();
  }

  /** The bytes added so far; no more can be added afterwards. */
  Binary binary() {
    if (filling == null) {
      byte[] bytes = bytes();
      return new Kept(bytes.length, () -> new ByteArrayInputStream(bytes));
    }
    Path kept = file;
    try {
      filling.close();
    } catch (IOException full) {
      close();
      throw new UncheckedIOException("a binary value could not be kept on disk", full);
    }
    if (kept == null) {
      throw new IllegalStateException("filling no file");
    }
    return new Kept(length, () -> Files.newInputStream(kept));
  }

  private interface Opener {
    InputStream open() throws IOException;
  }

  private record Kept(long length, Opener opener) implements Binary {
    @Override
    public InputStream open() throws IOException {
      return opener.open();
    }
  }

  @Override
  public void close() {
    try {
      if (filling != null) {
        filling.close();
      }
    } catch (IOException full) {
      LOG.debug(
          "a temporary file could not be completed; it is deleted anyway", Loggable.failure(full));
    }
    try {
      if (file != null) {
        Files.deleteIfExists(file);
      }
    } catch (IOException undeletable) {
      throw new UncheckedIOException(undeletable);
    }
  }
}
