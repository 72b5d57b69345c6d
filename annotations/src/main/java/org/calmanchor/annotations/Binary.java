package org.calmanchor.annotations;

import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;

/**
 * Bytes that can be read as a stream, as often as needed: what an operation takes or returns where
 * {@code byte[]} would be too plain. On the wire it is {@code xsd:base64Binary}.
 */
public interface Binary {
  /**
   * A new stream of the bytes, to be closed by the caller.
   *
   * @throws IOException when they can no longer be read
   */
  InputStream open() throws IOException;

  /** The number of bytes. */
  long length();

  /**
   * All bytes at once.
   *
   * @throws UncheckedIOException when they can no longer be read
   */
  default byte[] bytes() {
    try (InputStream in = open()) {
      return in.readAllBytes();
    } catch (IOException unreadable) {
      throw new UncheckedIOException(unreadable);
    }
  }

  /** Bytes in memory, which are copied. */
  static Binary of(byte[] bytes) {
    byte[] copy = bytes.clone();
    return new Binary() {
      @Override
      public InputStream open() {
        return new ByteArrayInputStream(copy);
      }

      @Override
      public long length() {
        return copy.length;
      }
    };
  }

  /**
   * The bytes of a file, which has to stay until the answer is written.
   *
   * @throws UncheckedIOException when there is no such file
   */
  static Binary of(Path file) {
    long length;
    try {
      length = Files.size(file);
    } catch (IOException missing) {
      throw new UncheckedIOException(missing);
    }
    return new Binary() {
      @Override
      public InputStream open() throws IOException {
        return Files.newInputStream(file);
      }

      @Override
      public long length() {
        return length;
      }
    };
  }
}
