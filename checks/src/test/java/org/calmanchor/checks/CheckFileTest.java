package org.calmanchor.checks;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.nio.file.FileAlreadyExistsException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermissions;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import net.jqwik.api.Arbitraries;
import net.jqwik.api.Arbitrary;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.Provide;
import org.calmanchor.checks.Expected.Compare;
import org.calmanchor.core.dynamic.Outcome;
import org.calmanchor.core.model.SoapVersion;
import org.jspecify.annotations.Nullable;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.Arguments;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.MethodSource;
import org.junit.jupiter.params.provider.ValueSource;

class CheckFileTest {
  private static final String TWO =
      """
      # A comment stays a comment.
      service: Ferry
      checks:
        - check: A crossing
          operation: next
          soap: 1.2
          headerBlocks: {pass: {holder: no}}
          input:
            from: 010
            note: ~
            list: [1.50, 'null', {a: b}]
          expect:
            result: {result: {fare: 12.50}}
            compare: named
        - check: None left
          service: Other
          operation: next
          expect:
            fault: NoFerry
            code: Sender
            detail: {reasonCode: X}
      """;

  @Test
  void readsEveryValueByItsCharacters() {
    List<Check> checks = CheckFile.read("two.yaml", TWO);
    assertThat(checks.get(0))
        .isEqualTo(
            new Check(
                "A crossing",
                "Ferry",
                "next",
                SoapVersion.SOAP_1_2,
                Map.of("from", "010", "list", List.of("1.50", "null", Map.of("a", "b"))),
                Map.of("pass", Map.of("holder", "no")),
                new Expected.Result(Map.of("result", Map.of("fare", "12.50")), Compare.NAMED)));
    assertThat(checks.get(1).service()).isEqualTo("Other");
    assertThat(checks.get(1).expected())
        .isEqualTo(
            new Expected.Fault("NoFerry", "Sender", null, Map.of("reasonCode", "X"), Compare.ALL));
  }

  @ParameterizedTest
  @CsvSource({"fault: any, any,", "undeclaredFault: any,,", "undeclaredFault: Sender,,Sender"})
  void tellsAnUndeclaredFaultFromADeclaredOne(
      String expect, @Nullable String name, @Nullable String code) {
    String file = "{check: x, operation: y, expect: {" + expect + "}}";
    Check check = CheckFile.read("f.yaml", file).get(0);
    assertThat(check.expected()).isEqualTo(new Expected.Fault(name, code, null, null, Compare.ALL));
    assertThat(CheckFile.read("f.yaml", CheckFile.write(check)).get(0)).isEqualTo(check);
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "'a: b'                              | f.yaml:1: \"a\" is not known here",
        "'check: x'                          | f.yaml:1: \"operation\" is missing.",
        "'{check: x, operation: y}'          | f.yaml:1: \"expect\" is missing",
        "'{check: x, operation: y, expect: 3}' | f.yaml:1: \"expect\" holds result, fault",
        "'{check: x, operation: y, expect: {code: a}}' | f.yaml:1: \"expect\" holds \"result\"",
        "'{check: x, operation: y, expect: {result: {}, compare: some}}' | \"compare\" is all or",
        "'{check: x, operation: y, soap: 2, expect: accepted}' | \"soap\" is 1.1 or 1.2",
        "'{check: x, check: y}'              | \"check\" occurs twice",
        "'checks: 3'                         | expected a list of checks",
        "'- a'                               | expected a check, or",
        "'a: [b'                             | is not YAML",
        "'{check: x, operation: y, input: [1], expect: accepted}' | expected members by name"
      })
  void saysWhereAFileIsWrong(String yaml, String problem) {
    assertThatThrownBy(() -> CheckFile.read("f.yaml", yaml))
        .isInstanceOf(CheckFileException.class)
        .hasMessageStartingWith("f.yaml")
        .hasMessageContaining(problem);
  }

  @Provide
  Arbitrary<Object> trees() {
    Arbitrary<Object> texts =
        Arbitraries.oneOf(
                Arbitraries.of(
                    "",
                    "~",
                    "null",
                    "no",
                    "true",
                    "1.50",
                    "0x1F",
                    "1e3",
                    "- a",
                    "a: b",
                    "# c",
                    " x ",
                    "a\nb",
                    "'",
                    "\"",
                    "\u00e9\u4e16",
                    "{a}",
                    "[b]",
                    "&c",
                    "*d",
                    "!e",
                    "%f"),
                Arbitraries.strings().withCharRange(' ', '~').ofMaxLength(8))
            .map(text -> (Object) text);
    Arbitrary<Object> flat =
        Arbitraries.oneOf(texts, texts.list().ofMaxSize(3).map(list -> (Object) list));
    Arbitrary<String> names = Arbitraries.strings().alpha().ofMinLength(1).ofMaxLength(5);
    return Arbitraries.oneOf(
        flat, Arbitraries.maps(names, flat).ofMaxSize(3).map(map -> (Object) map));
  }

  @Property(tries = 300)
  void readsBackWhatItWrites(@ForAll("trees") Object tree) {
    Check check =
        new Check(
            "a check",
            "",
            "next",
            null,
            Map.of("from", tree),
            Map.of(),
            new Expected.Result(Map.of("result", tree), Compare.ALL));
    assertThat(CheckFile.read("written", CheckFile.write(check))).containsExactly(check);
    assertThat(CheckFile.readExpected("written", CheckFile.write(check.expected())))
        .isEqualTo(check.expected());
  }

  @Test
  void keepsEachInAFileOfItsOwnAndOverwritesNothing(@TempDir Path folder) throws IOException {
    Check check = CheckFile.read("two.yaml", TWO).get(0);
    Path file = CheckFile.keep(check, folder.resolve("checks"));
    assertThat(file.getFileName()).hasToString("ferry-a-crossing.yaml");
    assertThat(CheckFile.read(file)).containsExactly(check);
    assertThatThrownBy(() -> CheckFile.keep(check, file.getParent()))
        .isInstanceOf(FileAlreadyExistsException.class);
    Files.writeString(file.resolveSibling("two.yaml"), TWO);
    Files.writeString(file.resolveSibling("notes.txt"), "no check");
    assertThat(CheckFile.readAll(file.getParent()).checks()).hasSize(3).startsWith(check);
  }

  @Test
  void keepsWholeFilesForTheirOwnerAlone(@TempDir Path folder) throws IOException {
    Path file = CheckFile.keep(CheckFile.read("two.yaml", TWO).get(1), folder);
    assertThat(Files.getPosixFilePermissions(file))
        .isEqualTo(PosixFilePermissions.fromString("rw-------"));
    assertThat(folder.toFile().list()).containsExactly(String.valueOf(file.getFileName()));
  }

  /** What YAML has no form for would be lost without a word. */
  @Test
  void keepsNothingThatItCouldNotReadAgain(@TempDir Path folder) {
    String text = "half \uD800 of a pair";
    Check check =
        new Check("odd", "", "next", null, Map.of("from", text), Map.of(), new Expected.Accepted());
    assertThatThrownBy(() -> CheckFile.keep(check, folder)).isInstanceOf(CheckFileException.class);
    assertThat(folder).isEmptyDirectory();
  }

  @Test
  void hidesNoFileBehindOneThatCannotBeRead(@TempDir Path folder) throws IOException {
    Files.writeString(folder.resolve("a.yaml"), "check: [");
    Files.write(folder.resolve("b.yaml"), new byte[] {(byte) 0xC3, 0x28});
    Files.writeString(folder.resolve("c.yaml"), TWO);
    CheckFile.Folder read = CheckFile.readAll(folder);
    assertThat(read.checks()).hasSize(2);
    assertThat(read.problems()).hasSize(2).first().asString().startsWith("a.yaml:1: is not YAML: ");
  }

  /** Short texts that stand for much; where and what is said. */
  @ParameterizedTest
  @MethodSource("floods")
  void refusesWhatIsBeyondALimit(String yaml, String problem) {
    assertThatThrownBy(() -> CheckFile.read("flood.yaml", yaml))
        .isInstanceOf(CheckFileException.class)
        .hasMessageStartingWith("flood.yaml")
        .hasMessageContaining(problem);
  }

  private static Stream<Arguments> floods() {
    String long64 = "x".repeat(10_000);
    return Stream.of(
        Arguments.of("[".repeat(3_000), "nests deeper than 100 levels."),
        Arguments.of("{a: ".repeat(3_000), "nests deeper than 100 levels."),
        Arguments.of("- ".repeat(3_000), "nests deeper than 100 levels."),
        Arguments.of("[" + "1,".repeat(100_001) + "1]", "holds more than 100000 values"),
        Arguments.of("a: &a " + long64 + "\nb: [" + "*a,".repeat(1_000) + "*a]", "by an alias (*)"),
        Arguments.of("a: &a [1, *a]", "by an alias (*)"));
  }

  @Test
  void runsEachWhateverCameOfTheOthers() {
    List<Check> checks = CheckFile.read("two.yaml", TWO);
    CheckRun run =
        new CheckRun(
            Ferry.CONTRACT,
            check -> {
              if (check.name().equals("A crossing")) {
                throw new IOException("nobody listens");
              }
              return new Outcome.DeclaredFault("NoFerry", "Client", "", Map.of("reasonCode", "X"));
            });
    List<CheckResult> results = run.run(checks);
    assertThat(results).extracting(CheckResult::isPassed).containsExactly(false, true);
    assertThat(results.get(0).differences())
        .containsExactly(new Difference("", "an answer", "none: nobody listens"));
  }

  @Test
  void anOutcomeCanComeLate(@TempDir Path folder) throws IOException {
    String yaml =
        "check: late\noperation: next\ninput: {}\nexpect:\n  fault: closed\n  after: PT1.5S\n";
    Check check = CheckFile.read("late.yaml", yaml).get(0);
    assertThat(check.settings().after()).hasMillis(1_500);
    assertThat(CheckFile.write(check)).isEqualTo(yaml);
    assertThat(CheckFile.read(CheckFile.keep(check, folder))).containsExactly(check);
  }

  @ParameterizedTest
  @ValueSource(strings = {"2s", "PT-1S", "PT1H1S", "P1M", "[]"})
  void refusesOtherTimes(String after) {
    String yaml = "check: late\noperation: next\nexpect: {fault: closed, after: " + after + "}";
    assertThatThrownBy(() -> CheckFile.read("late.yaml", yaml))
        .isInstanceOf(CheckFileException.class)
        .hasMessageStartingWith("late.yaml:3: ");
  }

  /** A document that is wrong by one word, and the schema's object that lists the words there. */
  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "{x: 1, check: c, operation: o, expect: accepted}            | check",
        "{check: c, operation: o, expect: accepted, given: [{x: 1}]} | step",
        "{check: c, operation: o, expect: {result: {}, x: 1}}        | result",
        "{check: c, operation: o, expect: {fault: f, x: 1}}          | fault",
        "{check: c, operation: o, expect: {undeclaredFault: f, x: 1}} | undeclaredFault",
        "{checks: [], x: 1}                                          | checks"
      })
  void theSchemaForEditorsHasTheSameWords(String yaml, String required) throws IOException {
    String schema = Files.readString(Path.of("../docs/check-file.schema.json"));
    Matcher object =
        Pattern.compile("\"required\": \\[([^]]*)],\\s+\"additionalProperties\": false,")
            .matcher(schema);
    String all = "";
    while (object.find()) {
      String head = "step".equals(required) ? "\"operation\"" : "\"" + required + "\"";
      if (object.group(1).startsWith(head)) {
        all = String.join(", ", properties(schema.substring(object.end())));
      }
    }
    String words = all;
    assertThatThrownBy(() -> CheckFile.read("f.yaml", yaml))
        .satisfies(
            wrong ->
                assertThat(said(wrong.getMessage()))
                    .containsExactlyInAnyOrder(words.split(", ", -1)));
  }

  private static String[] said(String message) {
    return message.replaceAll("(?s).* there is (.*)\\.", "$1").split(", ", -1);
  }

  /** The names of the object's properties: those at the first level of braces. */
  private static List<String> properties(String json) {
    List<String> names = new ArrayList<>();
    int depth = 0;
    int position = json.indexOf('{');
    do {
      char c = json.charAt(position);
      depth += c == '{' ? 1 : c == '}' ? -1 : 0;
      if (c == '"' && depth == 1) {
        int end = json.indexOf('"', position + 1);
        names.add(json.substring(position + 1, end));
        position = end;
      } else if (c == '"') {
        position = json.indexOf('"', position + 1);
      }
      position++;
    } while (depth > 0);
    return names;
  }
}
