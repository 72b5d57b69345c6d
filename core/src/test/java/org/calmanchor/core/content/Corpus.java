package org.calmanchor.core.content;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Stream;
import org.calmanchor.core.Documents;

/**
 * Documents as partners send them, each in a text file: a sentence about it, what is expected, and
 * the documents behind lines of the form {@code --- name}. The name {@code schema} stands for a
 * document around these components, whose operation takes the element {@code message}.
 */
record Corpus(String name, String expected, boolean isJudgedAsWritten, Map<String, String> texts) {
  private static final Path FOLDER = Path.of("src/test/resources/corpus");

  static List<Corpus> all() throws IOException {
    try (Stream<Path> files = Files.list(FOLDER)) {
      return files.sorted().map(Corpus::read).toList();
    }
  }

  private static Corpus read(Path file) {
    try {
      String expected = "";
      boolean isJudgedAsWritten = false;
      Map<String, String> texts = new LinkedHashMap<>();
      String name = "";
      for (String line : Files.readAllLines(file)) {
        if (line.startsWith("--- ")) {
          name = line.substring(4).strip();
          texts.put(name, "");
        } else if (!name.isEmpty()) {
          texts.merge(name, line + "\n", String::concat);
        } else if (line.startsWith("expect: ")) {
          expected = line.substring(8).strip();
        } else if (line.startsWith("judge: written")) {
          isJudgedAsWritten = true;
        }
      }
      String schema = texts.remove("schema");
      if (schema != null) {
        texts.put("partner.wsdl", Documents.around(schema, "message"));
      }
      String local = file.getFileName().toString().replace(".txt", "");
      return new Corpus(local, expected, isJudgedAsWritten, texts);
    } catch (IOException unreadable) {
      throw new java.io.UncheckedIOException(unreadable);
    }
  }

  @Override
  public String toString() {
    return name;
  }
}
