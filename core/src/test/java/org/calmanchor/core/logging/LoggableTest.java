package org.calmanchor.core.logging;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.PrintWriter;
import java.io.StringWriter;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class LoggableTest {
  @ParameterizedTest
  @CsvSource({
    "'a\nb', a?b",
    "'a\rb', a?b",
    "'a\tb', a?b",
    "a\u0085b, a?b",
    "a\u001B[2Jb, a?[2Jb",
    "a\u2028b, a?b",
    "a\u202Eb, a?b",
    "a\u0000b, a?b",
    "a\uD800b, a?b",
    "\u00E6\u4E2D, \u00E6\u4E2D"
  })
  void cleansTexts(String text, String cleaned) {
    assertThat(Loggable.text(text)).isEqualTo(cleaned);
    RuntimeException failure = new IllegalStateException(text);
    assertThat(String.valueOf(Loggable.failure(failure)))
        .endsWith(failure.getClass().getName() + ": " + cleaned);
  }

  @Test
  void cutsLongTexts() {
    assertThat(Loggable.text("x".repeat(5_000))).hasSize(201);
    assertThat(Loggable.sentence("x".repeat(5_000))).hasSize(2_001);
    assertThat(String.valueOf(Loggable.failure(new IllegalStateException("x".repeat(5_000)))))
        .hasSizeLessThan(2_100);
  }

  @Test
  void leavesCleanFailuresAsTheyAre() {
    Exception failure = new IllegalStateException("clean", new IllegalArgumentException("too"));
    assertThat(Loggable.failure(failure)).isSameAs(failure);
    assertThat(Loggable.failure(null)).isNull();
  }

  @Test
  void cleansCausesAndSuppressedFailuresInACircle() {
    Exception cause = new IllegalArgumentException("no\n12:00 INFO all is well");
    Exception failure = new IllegalStateException("clean", cause);
    cause.addSuppressed(failure);
    failure.addSuppressed(new RuntimeException("a\u2028b"));
    StringWriter printed = new StringWriter();
    Loggable.failure(failure).printStackTrace(new PrintWriter(printed, true));
    assertThat(printed.toString().lines())
        .noneMatch(line -> line.startsWith("12:00"))
        .anyMatch(line -> line.endsWith("java.lang.IllegalStateException: clean"))
        .anyMatch(line -> line.endsWith("IllegalArgumentException: no?12:00 INFO all is well"))
        .anyMatch(line -> line.endsWith("java.lang.RuntimeException: a?b"))
        .anyMatch(line -> line.startsWith("\tat ") && line.contains(getClass().getName()));
  }
}
