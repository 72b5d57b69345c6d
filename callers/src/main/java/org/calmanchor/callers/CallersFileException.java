package org.calmanchor.callers;

/** A file of callers is not as it has to be. The message has the file, the line and what to do. */
public final class CallersFileException extends RuntimeException {
  private static final long serialVersionUID = 1L;

  CallersFileException(String file, int line, String problem) {
    super(file + (line > 0 ? ":" + line : "") + ": " + problem);
  }
}
