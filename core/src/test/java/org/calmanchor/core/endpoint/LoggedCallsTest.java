package org.calmanchor.core.endpoint;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import org.calmanchor.annotations.Operation;
import org.calmanchor.annotations.PortType;
import org.calmanchor.core.logging.TestLog;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** What the log says of calls that nobody else hears of, and of callers who write into it. */
class LoggedCallsTest {
  /** A service that repeats what it was told. */
  @PortType(namespace = "urn:lanternquay:works")
  public static class Echo {
    @Operation
    public String repeat(String text) {
      throw new IllegalStateException("no " + text, new IllegalArgumentException(text));
    }
  }

  @ParameterizedTest
  @CsvSource({
    "<noteLater/>, 202, 'in noteLater called from test, after its message was acknowledged'",
    "<noteLater/>, 202, 'IllegalStateException: secret: the note was lost'",
    "<note/>, 400, 'in note called from test: '",
    "<note><text>a</text><text>b</text></note>, 400, 'in note called from test: '",
    "<fail/>, 500, 'in fail called from test'"
  })
  void tellsOfFailuresThatNobodyElseHearsOf(String body, int status, String words)
      throws IOException, InterruptedException {
    TestLog log = TestLog.fromNow();
    Call call = Works.call(body).on(Endpoint.of(new Works()));
    assertThat(call.status).isEqualTo(status);
    assertThat(log.until(words)).contains(words).containsPattern("incident [0-9A-Z-]{6,}");
  }

  /** A line that begins like one of the log, in every place that a caller can write into. */
  @ParameterizedTest
  @CsvSource({"'text\n[main] INFO forged', ''", "text, 'urn:x\r\n[main] INFO forged'"})
  void letsNobodyForgeALine(String text, String action) throws IOException {
    TestLog log = TestLog.fromNow();
    Call call = Works.call("<repeat><text>" + text + "</text></repeat>");
    call.action = action;
    call.on(Endpoint.of(new Echo()));
    assertThat(call.status).isEqualTo(500);
    assertThat(log.text().lines())
        .anyMatch(line -> line.contains("IllegalStateException: no text"))
        .noneMatch(line -> line.startsWith("[main] INFO forged"));
  }
}
