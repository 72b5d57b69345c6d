package org.calmanchor.processor;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;

/** The compiler's view finds the problems of docs/problems.md in sources. */
class SourceProblemsTest {
  private static final Pattern PUBLIC_TYPE =
      Pattern.compile("public (?:final |abstract |sealed )*(?:class|interface|enum|record) (\\w+)");
  private static final Pattern ENTRY =
      Pattern.compile(
          "## (CALM-\\d+) [^\\n]+\\n\\n[^`]+?```java\\n(.*?)```\\n\\n```text\\n(.*?)\\n```",
          Pattern.DOTALL);

  @TempDir private Path folder;

  record Entry(String code, String snippet, String said) {
    @Override
    public String toString() {
      return code;
    }
  }

  static List<Entry> entries() throws IOException {
    Matcher found = ENTRY.matcher(Files.readString(Path.of("../docs/problems.md")));
    return found.results().map(e -> new Entry(e.group(1), e.group(2), e.group(3))).toList();
  }

  @ParameterizedTest(name = "{0}")
  @MethodSource("entries")
  void everyProblemIsFoundInTheSource(Entry entry) throws Exception {
    Matcher type = PUBLIC_TYPE.matcher(entry.snippet());
    assertThat(type.find()).as(entry.snippet()).isTrue();
    String service = type.group(1);
    String source = RandomService.IMPORTS + entry.snippet();
    Seen seen = new Views(folder).mirrored(Map.of(service, source), List.of(service)).get(service);
    String said = String.join("\n", seen.problems());
    // Which of several services is meant, and what checks custom constraints, is known at start.
    if (entry.code().equals("CALM-112") || entry.code().equals("CALM-233")) {
      assertThat(said).doesNotContain(entry.code());
    } else {
      assertThat(said).isEqualTo(entry.said());
    }
  }
}
