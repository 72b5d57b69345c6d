package org.calmanchor.core.lexical;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.List;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class LimitedMatchingTest {
  private static boolean matches(String pattern, String text) {
    return LimitedMatching.matches(List.of(Pattern.compile(pattern)), text, "a text like it");
  }

  private static final long PLENTY = 1_000_000_000;

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "''                                          | ''",
        "([A-Z0-9]{1,4} ?){1,8}                      | A1B2 A1B2 A1B2 A1B2 A1B2 A1B2 A1B2 A1B",
        "[A-Za-z0-9._%+-]+@[A-Za-z0-9.-]+\\.[a-z]{2,} | odo.brackwater@office.lanternquay.test",
        "(?=.*\\d)(?=.*[a-z])(?=.*[A-Z])(?=.*[!?]).{8,} | zzzzzzzzzzzzzzzzzzzzA1!",
        ".*;.*;.*;.*                                 | a;bb;ccc;dddd",
        "(\\s*\\w+\\s*,?)*                            | Heron, Sandpiper, Curlew, Dunlin, Turnstone",
        "-?\\d+(\\.\\d+)?([eE][+-]?\\d+)?            | -12345678901234567890.12345e+12"
      })
  void usualPatternsHaveEnoughSteps(String pattern, String text) {
    assertThat(matches(pattern, text)).isTrue();
  }

  @Test
  void aLongListOfCodesHasEnoughSteps() {
    String codes =
        IntStream.range(1000, 4000).mapToObj(String::valueOf).collect(Collectors.joining("|"));
    assertThat(matches(codes, "3999")).isTrue();
    assertThat(matches(codes, "4000")).isFalse();
    assertThat(matches("(" + codes + ")+", "3999".repeat(100))).isTrue();
  }

  @Test
  void aLongTextHasEnoughSteps() {
    assertThat(matches("[a-z ]*", "moor ".repeat(100_000))).isTrue();
  }

  /** Twenty thousand of the short ones fit into a message of a megabyte. */
  @ParameterizedTest
  @CsvSource({"30, 5_000", "41, 7_000", "20_000, 2_000_001"})
  void stepsGrowWithTheText(String length, String most) {
    MatchingBudget budget = new MatchingBudget(PLENTY);
    String pattern = "(a{1,20}){1,20}b";
    String text = "a".repeat(number(length));
    assertThat(LimitedMatching.matches(List.of(Pattern.compile(pattern)), text, budget)).isFalse();
    assertThat(PLENTY - budget.left()).isLessThanOrEqualTo(number(most));
    assertThatThrownBy(() -> matches(pattern, text))
        .isInstanceOf(LexicalException.class)
        .hasMessage("not a text like it that takes fewer steps to compare");
  }

  private static int number(String text) {
    return Integer.parseInt(text.replace("_", ""));
  }

  @Test
  void severalMatchesShareTheirSteps() {
    MatchingBudget budget = new MatchingBudget(15);
    List<Pattern> patterns = List.of(Pattern.compile("[a-z]+"));
    assertThat(LimitedMatching.matches(patterns, "heron", budget)).isTrue();
    assertThat(LimitedMatching.matches(patterns, "heron", budget)).isTrue();
    assertThat(LimitedMatching.matches(patterns, "curlew", budget)).isFalse();
    assertThat(budget.left()).isZero();
  }
}
