package org.calmanchor.maven;

import java.io.PrintWriter;
import java.io.Writer;
import java.util.function.Consumer;

/** Hands each line that is written to a log. */
final class LogWriter extends Writer {
  private final Consumer<String> log;
  private final StringBuilder line = new StringBuilder();

  private LogWriter(Consumer<String> log) {
    this.log = log;
  }

  /** A writer for a command, which must be closed. */
  static PrintWriter to(Consumer<String> log) {
    return new PrintWriter(new LogWriter(log));
  }

  @Override
  public void write(char[] text, int from, int length) {
    for (int i = from; i < from + length; i++) {
      if (text[i] == '\n') {
        end();
      } else if (text[i] != '\r') {
        line.append(text[i]);
      }
    }
  }

  private void end() {
    log.accept(line.toString());
    line.setLength(0);
  }

  @Override
  public void flush() {
    // A line is handed on when it is complete.
  }

  @Override
  public void close() {
    if (line.length() > 0) {
      end();
    }
  }
}
