package org.calmanchor.checks;

/** A check file that cannot be read; the message says where, what, and what to do. */
public final class CheckFileException extends RuntimeException {
  private static final long serialVersionUID = 1L;

  CheckFileException(String file, int line, String problem) {
    super(file + (line > 0 ? ":" + line : "") + ": " + problem);
  }
}
