package org.calmanchor.core.logging;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import org.calmanchor.testing.Await;
import org.slf4j.LoggerFactory;

/** What has been logged since a moment. */
public final class TestLog {
  private static final Path FILE =
      Path.of(System.getProperty("org.slf4j.simpleLogger.logFile", "target/test.log"));

  private final int begin;

  private TestLog(int begin) {
    this.begin = begin;
  }

  /** The log from now on. */
  public static TestLog fromNow() throws IOException {
    // The first logger empties the file.
    LoggerFactory.getLogger(TestLog.class).trace("begun");
    return new TestLog(Files.readAllBytes(FILE).length);
  }

  /** All lines up to now. */
  public String text() throws IOException {
    byte[] all = Files.readAllBytes(FILE);
    return new String(Arrays.copyOfRange(all, begin, all.length), StandardCharsets.UTF_8);
  }

  /** All lines up to when {@code words} were logged. */
  public String until(String words) throws IOException {
    Await.until(words, () -> text().contains(words));
    return text();
  }
}
