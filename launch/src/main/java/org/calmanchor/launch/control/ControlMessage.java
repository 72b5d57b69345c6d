package org.calmanchor.launch.control;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.channels.SocketChannel;
import java.nio.charset.StandardCharsets;
import java.util.List;

/**
 * The answer to a command. A command is a line of words with tabs between them; the answer is a
 * line {@code done} or {@code refused}, then the lines for the person.
 */
record ControlMessage(boolean isDone, List<String> lines) {
  private static final int MOST_BYTES = 64 << 10;
  private static final String DONE = "done";
  private static final String REFUSED = "refused";

  ControlMessage {
    lines = List.copyOf(lines);
  }

  /** Reads a command; no word if the other side said nothing. */
  static List<String> readWords(SocketChannel from) throws IOException {
    String line = read(from, true).strip();
    return line.isEmpty() ? List.of() : List.of(line.split("\t", -1));
  }

  static void writeWords(SocketChannel to, List<String> words) throws IOException {
    if (words.stream().anyMatch(word -> word.chars().anyMatch(c -> c < ' '))) {
      throw new ControlException("A word of a command cannot have line breaks.");
    }
    write(to, String.join("\t", words) + "\n");
  }

  static ControlMessage read(SocketChannel from) throws IOException {
    List<String> lines = read(from, false).lines().toList();
    if (lines.isEmpty()) {
      throw new IOException("the host did not answer");
    }
    return new ControlMessage(lines.get(0).equals(DONE), lines.subList(1, lines.size()));
  }

  void write(SocketChannel to) throws IOException {
    write(to, (isDone ? DONE : REFUSED) + "\n" + String.join("\n", lines) + "\n");
  }

  private static void write(SocketChannel to, String text) throws IOException {
    ByteBuffer bytes = ByteBuffer.wrap(text.getBytes(StandardCharsets.UTF_8));
    while (bytes.hasRemaining()) {
      to.write(bytes);
    }
  }

  private static String read(SocketChannel from, boolean isLine) throws IOException {
    ByteArrayOutputStream read = new ByteArrayOutputStream();
    ByteBuffer buffer = ByteBuffer.allocate(1 << 10);
    while (from.read(buffer) >= 0) {
      read.write(buffer.array(), 0, buffer.position());
      boolean isAtEnd = buffer.position() > 0 && buffer.get(buffer.position() - 1) == '\n';
      if (isLine && isAtEnd) {
        break;
      }
      if (read.size() > MOST_BYTES) {
        throw new IOException("more than " + MOST_BYTES + " bytes");
      }
      buffer.clear();
    }
    return read.toString(StandardCharsets.UTF_8);
  }
}
