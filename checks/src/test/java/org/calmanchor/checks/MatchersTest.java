package org.calmanchor.checks;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Collections;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.TreeMap;
import org.calmanchor.core.dynamic.Outcome;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Matchers, steps and references in check files. */
class MatchersTest {
  private static final Map<String, Object> CROSSING =
      new TreeMap<>(
          Map.of(
              "code",
              "F-1",
              "fare",
              "12.50",
              "leaves",
              "2027-06-11T10:00:00Z",
              "stops",
              List.of("Heron", "Sandpiper"),
              "load",
              Map.of("xsi:type", "Cars", "count", "3")));

  /** The calls that were made. */
  private final List<Check> calls = new ArrayList<>();

  private final Map<String, String> environment = new HashMap<>(Map.of("PORT_OF", "Heron"));

  private CheckResult run(String yaml) {
    CheckTransport caller =
        check -> {
          calls.add(check);
          return check.input().containsValue("nowhere")
              ? new Outcome.DeclaredFault("NoFerry", "Sender", "none", Map.of("reasonCode", "X"))
              : new Outcome.Result(Map.of("result", CROSSING));
        };
    Check check = CheckFile.read("f.yaml", yaml).get(0);
    // What is written again is the same check.
    assertThat(CheckFile.read("f.yaml", CheckFile.write(check)).get(0)).isEqualTo(check);
    return new CheckRun(Ferry.CONTRACT, caller, environment::get).run(check);
  }

  private static String expecting(String member) {
    return "{check: c, operation: next, input: {from: Heron}, expect: {result: {result: {"
        + member
        + "}}, compare: named}}";
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "fare: !any ''                   |",
        "note: !any ''                   |",
        "fare: !present ''               |",
        "note: !present ''               | result/note: expected some value, found nothing",
        "note: !absent ''                |",
        "code: !absent ''                | result/code: expected nothing, found F-1",
        "load: !present ''               |",
        "code: !pattern 'F-[0-9]'        |",
        "code: !pattern 'F'              | result/code: expected a text like F, found F-1",
        "note: !pattern '.*'             | result/note: expected a text like .*, found nothing",
        "'code: {\"!pattern\": F-1}'     |",
        "fare: !range 12 .. 13           |",
        "fare: !range .. 12.5            |",
        "fare: !range 12.51 ..           | result/fare: expected at least 12.51, found 12.50",
        "leaves: !range 2027-06-11 .. 2027-06-12 |",
        "leaves: !range 2027-06-11T12:00:00+02:00 .. |",
        "leaves: !range .. 2027-06-11T09:59:00Z | result/leaves: expected at most"
            + " 2027-06-11T09:59:00Z, found 2027-06-11T10:00:00Z",
        "code: !range 1 .. 2             | result/code: expected 1 to 2, found F-1",
        "fare: !near 12.4 +- 0.1         |",
        "fare: !near 12.3 +- 0.1         | result/fare: expected 12.3 +- 0.1, found 12.50",
        "stops: !unordered [Sandpiper, Heron] |",
        "stops: !unordered [Sandpiper, !pattern 'H.*'] |",
        // The first one may not keep what only the second one can take.
        "stops: !unordered [!pattern '.*', Heron] |",
        "stops: !unordered [!any '', !pattern 'H.*', Heron] | result/stops: expected an item like"
            + " Heron, found none that is left",
        "stops: !unordered [Heron, Heron] | result/stops: expected an item like Heron, found none"
            + " that is left",
        "stops: !unordered [Heron]       | result/stops: expected 1 item, found 2 items",
        "stops: [!any '' , Sandpiper]    |",
        "code: !from request/from        | result/code: expected Heron, found F-1"
      })
  void compareWhatComes(String member, String difference) {
    List<String> found =
        run(expecting(member)).differences().stream().map(Difference::toString).toList();
    assertThat(found).isEqualTo(difference == null ? List.of() : List.of(difference));
  }

  @Test
  void stepsComeFirstAndGiveValues() {
    CheckResult result =
        run(
            """
            sets:
              one: [{step: first, operation: next, input: {from: !environment PORT_OF}}]
            checks:
              - check: c
                given: [one, {operation: next, input: {from: !from 'first/result/stops[2]'}}]
                operation: next
                repeat: 2
                tags: [slow, money]
                within: PT1M
                input: {from: !from next/result/load/count}
                expect: {result: !any '' }
            """
                .replace("{result: !any '' }", "{result: {result: !any '' }}"));
    assertThat(result.differences()).isEmpty();
    assertThat(calls.stream().map(call -> call.input().get("from")))
        .containsExactly("Heron", "Sandpiper", "3", "Heron", "Sandpiper", "3");
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "given: [{step: s, operation: next, input: {from: nowhere}}] | step s: expected a result,"
            + " found fault NoFerry: none",
        "input: {from: !environment NOT_SET} | the answer: expected an answer, found none: the"
            + " environment variable NOT_SET is not set",
        "input: {from: !from s/result} | the answer: expected an answer, found none: !from"
            + " s/result: there is no step \"s\" before this; there is none",
        "given: [{step: s, operation: next, input: {from: a}}], input: {from: !from 's/result/x'} |"
            + " the answer: expected an answer, found none: !from s/result/x: there is no \"x\" in"
            + " what came: code, fare, leaves, load, stops",
        "input: {from: !any '' } | the answer: expected an answer, found none: a matcher in its"
            + " input or headerBlocks is for stand-ins; a call needs the value itself",
        "within: PT0S | the answer: expected an answer within PT0S"
      })
  void sayWhatWentWrong(String parts, String difference) {
    CheckResult result =
        run("{check: c, operation: next, " + parts + ", expect: {result: {}, compare: named}}");
    assertThat(result.differences()).hasSize(1);
    assertThat(result.differences().get(0).toString()).startsWith(difference);
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "a: !some b          | \"!some\" is not known; there is !any, !present",
        "a: !pattern '['     | !pattern [ is not a pattern of XML Schema",
        "a: !range x         | !range needs numbers or dates",
        "a: !range a .. b    | !range needs numbers or dates",
        "a: !near 3          | !near needs a number and how far off",
        "a: !near 3 +- -1    | !near needs a number and how far off",
        "a: !unordered x     | expected a list",
        "a: !from x          | !from needs the name of a step and a path",
        "a: !any             | Write a space after a tag"
      })
  void areRefusedWhereTheyAreWrong(String member, String problem) {
    assertThatThrownBy(() -> CheckFile.read("f.yaml", expecting(member)))
        .isInstanceOf(CheckFileException.class)
        .hasMessageStartingWith("f.yaml:1: ")
        .hasMessageContaining(problem);
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "given: [a]       | there is no set \"a\" before this; there is none.",
        "tags: 'two words' | a tag is a word",
        "repeat: 0        | \"repeat\" is from 1 to 1000, not 0.",
        "within: soon     | \"within\" is a duration from PT0S to PT1H",
        "input: !any ''   | !any stands for one member; write it there, as in {result: !any }.",
        "caller: ines     | \"caller\" is nobody, or has a name and a password",
        "caller: {name: ines} | \"password\" is missing.",
        "caller: {name: ines, password: gull} | a password does not belong in a file; name the",
        "caller: {token: t} | as in token: !environment INES_TOKEN",
        "caller: {token: !environment T , name: a} | \"name\" is not known here; there is token.",
        "caller: {name: a, password: !environment P , usernameToken: yes} | is text or digest, not"
      })
  void settingsAreRefusedWhereTheyAreWrong(String setting, String problem) {
    String yaml = "{check: c, operation: next, expect: accepted, " + setting + "}";
    assertThatThrownBy(() -> CheckFile.read("f.yaml", yaml)).hasMessageContaining(problem);
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "input: {from: a}, expect: {result: {result: !any '' }}           | true",
        "given: [{operation: next}], expect: {result: {}}                 | false",
        "input: {from: [!environment A ]}, expect: {result: {}}           | false",
        "expect: {result: {result: {stops: !unordered [!from request/a ]}}} | false",
        "expect: {fault: NoFerry, detail: {reasonCode: !from request/a }} | false",
        "caller: nobody, expect: {result: {}}                             | false",
        "expect: {refused: 401}                                           | false"
      })
  void thePageCanRunWhatIsOneCall(String parts, boolean isOneCall) {
    Check check = CheckFile.read("f.yaml", "{check: c, operation: next, " + parts + "}").get(0);
    assertThat(check.isOneCall()).isEqualTo(isOneCall);
  }

  @Test
  void matchersHaveWordsAndAFormForJson() {
    Map<String, Object> values =
        CheckFile.readValues("f", "{a: !pattern 'x+', b: {c: !unordered [!near 1 +- 2 ]}}");
    assertThat(CheckFile.words(values))
        .isEqualTo(Map.of("a", "a text like x+", "b", Map.of("c", List.of("1 +- 2"))));
    assertThat(CheckFile.document(values))
        .isEqualTo(
            Map.of(
                "a", Map.of("!pattern", "x+"),
                "b", Map.of("c", Map.of("!unordered", List.of(Map.of("!near", "1 +- 2"))))));
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "{name: ines, password: !environment P }                        | BASIC | ines | P",
        "{name: ines, password: !environment P , usernameToken: text}   | USERNAME_TOKEN_TEXT | ines | P",
        "{name: ines, password: !environment P , usernameToken: digest} | USERNAME_TOKEN_DIGEST | ines | P",
        "{token: !environment T }                                       | TOKEN | '' | T",
        "nobody                                                         | NONE | '' | ''"
      })
  void callersAreReadAndWritten(String yaml, CheckCaller.Way way, String name, String variable) {
    String all =
        "{caller: %s, checks: [{check: c, operation: next, given: [{operation: next}], expect:"
            + " {refused: 403}}, {check: d, operation: next, caller: nobody, expect: {result: {}}}]}";
    List<Check> checks = CheckFile.read("f.yaml", all.formatted(yaml));
    CheckCaller caller = new CheckCaller(way, name, variable);
    assertThat(checks.get(0).settings().caller()).isEqualTo(caller);
    assertThat(checks.get(0).settings().given().get(0).settings().caller()).isEqualTo(caller);
    assertThat(checks.get(1).settings().caller()).isEqualTo(CheckCaller.NOBODY);
    assertThat(CheckFile.read("again.yaml", CheckFile.write(checks.get(0))))
        .containsExactly(checks.get(0));
  }

  @Test
  void stepsOfASetCallAsTheCheckThatUsesThem() {
    String yaml =
        """
        caller: {token: !environment FIRST }
        sets:
          one: [{operation: next}, {operation: next, caller: nobody}]
          both: [one, {operation: next}]
        checks:
          - {check: c, operation: next, given: [both], expect: accepted}
          - {check: d, operation: next, given: [both], caller: {token: !environment SECOND }, expect: accepted}
        """;
    assertThat(CheckFile.read("f.yaml", yaml))
        .extracting(
            check ->
                check.settings().given().stream()
                    .map(step -> Objects.requireNonNull(step.settings().caller()).variable())
                    .toList())
        .containsExactly(List.of("FIRST", "", "FIRST"), List.of("SECOND", "", "SECOND"));
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "refused: 403 | 403 | ''",
        "refused: 403 | 401 | a refusal with HTTP status 403 / HTTP status 401",
        "refused: 403 | 0   | a refusal with HTTP status 403 / a result",
        "result: {}   | 401 | an answer / none: who are you?"
      })
  void refusalsAreExpected(String expected, int status, String difference) {
    CheckTransport transport =
        check -> {
          if (status > 0) {
            throw new CallRefusedException(status, "who are you?", null);
          }
          return new Outcome.Result(Map.of());
        };
    Check check =
        CheckFile.read("f.yaml", "{check: c, operation: next, expect: {" + expected + "}}").get(0);
    assertThat(new CheckRun(Ferry.CONTRACT, transport).run(check).differences())
        .extracting(each -> each.expected() + " / " + each.found())
        .isEqualTo(difference.isEmpty() ? List.of() : List.of(difference));
  }

  @Test
  void refusalsAreOnlyForFiles() {
    assertThatThrownBy(() -> CheckFile.readExpected("page", "{refused: 401}"))
        .hasMessage("page: \"refused\" is for checks in files, which calm-anchor check runs.");
    assertThatThrownBy(
            () -> CheckFile.read("f", "{check: c, operation: o, expect: {refused: 200}}"))
        .hasMessageContaining("\"refused\" has an HTTP status, such as 401 or 403, not 200.");
  }

  @Test
  void theEnvironmentIsOnlyForFiles() {
    assertThatThrownBy(
            () -> CheckFile.readExpected("page", "{result: {result: !environment HOME}}"))
        .hasMessage(
            "page: !from and !environment are for checks in files, which are run as a whole.");
  }

  @Test
  void aPatternCannotTakeForEver() {
    Check check =
        CheckFile.read("f.yaml", expecting("code: !pattern '((a|aa)+)+b'").replace("'", "\""))
            .get(0);
    Map<String, Object> answer = Map.of("result", Map.of("code", "a".repeat(5_000)));
    assertThat(new Comparison(Ferry.CONTRACT).differences(check, new Outcome.Result(answer)))
        .hasSize(1);
  }

  @Test
  void patternsTogetherCannotTakeForEver() {
    String items = "!pattern '([A-Z0-9]{1,4} ?){1,8}x', ".repeat(1_000);
    Check check = CheckFile.read("f.yaml", expecting("stops: !unordered [" + items + "A]")).get(0);
    List<String> stops = Collections.nCopies(1_000, "A1B2".repeat(8));
    Outcome answer = new Outcome.Result(Map.of("result", Map.of("stops", stops)));
    assertThat(new Comparison(Ferry.CONTRACT).differences(check, answer))
        .last()
        .asString()
        .contains("simpler or fewer patterns, since these take too long");
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "!range | .  | !range needs numbers or dates",
        "!near  | +- | !near needs a number and how far off it may be"
      })
  void anExpressionCannotTakeForEver(String tag, String part, String problem) {
    String text = tag + " '" + part.repeat(1_000_000) + " x y'";
    assertThatThrownBy(() -> CheckFile.readExpected("page", "{result: {result: " + text + " }}"))
        .hasMessageContaining(problem);
  }

  @Test
  void aListInAnyOrderCannotTakeForEver() {
    String items = "A, ".repeat(20_000);
    Check check = CheckFile.read("f.yaml", expecting("stops: !unordered [" + items + "A]")).get(0);
    List<String> stops = Collections.nCopies(20_000, "Heron");
    Outcome answer = new Outcome.Result(Map.of("result", Map.of("stops", stops)));
    assertThat(new Comparison(Ferry.CONTRACT).differences(check, answer))
        .singleElement()
        .asString()
        .contains("fewer items, since so many are not compared in any order");
  }

  @Test
  void expectationsAreRenewedWhereTheyStand(@TempDir Path folder) throws Exception {
    String yaml =
        """
        # Prices change every spring.
        checks:
          - check: Some
            operation: next   # the next one
            expect:
              result:
                result:
                  fare: 1.00
                  code: !pattern 'F-.'
                  note: !absent
                  stops: [Heron]
              compare: named

          # The other one:
          - {check: Fault, operation: next, expect: {fault: NoFerry}, input: {from: x}}
          - check: Last
            operation: next
            expect: {result: {result: {}}, compare: named}
        """;
    Path file = Files.writeString(folder.resolve("f.yaml"), yaml);
    List<Check> checks = CheckFile.read(file);
    CheckRun run =
        new CheckRun(Ferry.CONTRACT, c -> new Outcome.Result(Map.of("result", CROSSING)));
    CheckFile.renew(
        file, checks.subList(0, 2).stream().map(run::run).map(CheckResult::renewed).toList());
    assertThat(file)
        .content()
        .contains(
            "# Prices change every spring.\n",
            "    operation: next   # the next one\n    expect: {result: {result: {code: !pattern"
                + " 'F-.', fare: 12.50, stops: [Heron, Sandpiper], note: !absent ''}}, compare:"
                + " named}\n\n  # The other one:\n",
            "operation: next, expect: {result: {result: {code: F-1,",
            "}, input: {from: x}}\n  - check: Last\n    operation: next\n    expect: {result:"
                + " {result: {}}, compare: named}\n");
    assertThat(run.run(CheckFile.read(file).subList(0, 2))).allMatch(CheckResult::isPassed);
  }

  @Test
  void checksOfOneNameAreNotRenewed(@TempDir Path folder) throws Exception {
    String one = "  - {check: c, operation: next, expect: {fault: NoFerry}}\n";
    Path file = Files.writeString(folder.resolve("f.yaml"), "checks:\n" + one + one);
    assertThatThrownBy(() -> CheckFile.renew(file, CheckFile.read(file).subList(0, 1)))
        .hasMessage("f.yaml: has not exactly one check \"c\"; give each a name of its own.");
  }
}
