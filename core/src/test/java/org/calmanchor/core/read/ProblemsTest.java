package org.calmanchor.core.read;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.catchThrowableOfType;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.TreeSet;
import java.util.regex.MatchResult;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import org.calmanchor.core.Compiled;
import org.calmanchor.core.Documents;
import org.calmanchor.core.document.DocumentLimits;
import org.calmanchor.core.problem.ContractException;
import org.calmanchor.core.problem.Problem;
import org.calmanchor.core.problem.ProblemCode;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;

/** Every problem, by the snippets and words of docs/problems.md. */
class ProblemsTest {
  private static final Path DOC = Path.of("../docs/problems.md");

  /** A heading, a snippet and what is said about it. */
  private static final Pattern ENTRY =
      Pattern.compile(
          "## (CALM-\\d+) [^\\n]+\\n\\n[^`]+?```(java|java no-parameters|xml)\\n(.*?)```\\n\\n```text\\n(.*?)\\n```",
          Pattern.DOTALL);

  record Entry(String code, String language, String snippet, String said) {
    @Override
    public String toString() {
      return code;
    }
  }

  static List<Entry> entries() throws IOException {
    Matcher matcher = ENTRY.matcher(Files.readString(DOC));
    return matcher.results().map(ProblemsTest::entry).toList();
  }

  private static Entry entry(MatchResult found) {
    return new Entry(found.group(1), found.group(2), found.group(3), found.group(4));
  }

  private static String said(Entry entry) throws Exception {
    ContractException found = catchThrowableOfType(ContractException.class, () -> read(entry));
    assertThat(found).as(entry.snippet()).isNotNull();
    return found.problems().stream().map(Problem::toString).collect(Collectors.joining("\n"));
  }

  private static void read(Entry entry) throws Exception {
    switch (entry.language()) {
      case "xml" -> Documents.readWithin(limits(entry.snippet()), entry.snippet());
      case "java" -> ContractReader.read(Compiled.service(entry.snippet(), "-parameters"));
      default -> ContractReader.read(Compiled.service(entry.snippet()));
    }
  }

  private static DocumentLimits limits(String snippet) {
    int most = snippet.contains("limit: 20 elements") ? 20 : 1_000;
    return new DocumentLimits(10, 100_000, most, Duration.ofSeconds(20));
  }

  /** Run with -Dcalm.anchor.rewrite=true to write what is said anew; read the diff. */
  @ParameterizedTest
  @MethodSource("entries")
  void saysWhatTheDocumentSays(Entry entry) throws Exception {
    String said = said(entry);
    if (Boolean.getBoolean("calm.anchor.rewrite")) {
      String head = "```" + entry.language() + "\n" + entry.snippet() + "```\n\n```text\n";
      Files.writeString(
          DOC, Files.readString(DOC).replace(head + entry.said() + "\n", head + said + "\n"));
    } else {
      assertThat(said).isEqualTo(entry.said());
    }
    assertThat(said.lines().filter(line -> line.startsWith("CALM-")))
        .singleElement()
        .asString()
        .startsWith(entry.code() + " ");
  }

  @Test
  void theDocumentHasEveryProblemOnceInOrder() throws IOException {
    List<String> headings =
        Pattern.compile("^## (CALM-\\d+) ", Pattern.MULTILINE)
            .matcher(Files.readString(DOC))
            .results()
            .map(found -> found.group(1))
            .toList();
    List<String> codes = Arrays.stream(ProblemCode.values()).map(ProblemCode::toString).toList();
    assertThat(headings).containsExactlyElementsOf(codes);
    assertThat(new TreeSet<>(codes)).hasSameSizeAs(codes);
  }

  @Test
  void everySnippetButThatOfAModuleIsCompiled() throws IOException {
    Map<String, Entry> byCode = new LinkedHashMap<>();
    entries().forEach(entry -> byCode.put(entry.code(), entry));
    List<String> missing =
        Arrays.stream(ProblemCode.values())
            .map(ProblemCode::toString)
            .filter(code -> !byCode.containsKey(code))
            .toList();
    // NamedModuleTest has that one.
    assertThat(missing).containsExactly("CALM-209");
  }
}
