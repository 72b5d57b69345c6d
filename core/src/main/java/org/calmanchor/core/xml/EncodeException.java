package org.calmanchor.core.xml;

import org.jspecify.annotations.Nullable;

/**
 * A value cannot be written as the contract says. This is an error of the service, never of the
 * caller.
 */
public final class EncodeException extends RuntimeException {
  private static final long serialVersionUID = 1L;
  private static final int MOST_PATH = 400;

  private final String path;
  private final String what;

  /** Creates an exception that says what is wrong with the value. */
  public EncodeException(String what) {
    this("", what, null);
  }

  private EncodeException(String path, String what, @Nullable Throwable cause) {
    super(path.isEmpty() ? what : path + ": " + what, cause);
    this.path = path;
    this.what = what;
  }

  /** The same error, with one more step in front of its path. */
  public EncodeException within(String step) {
    String longer = path.isEmpty() ? step : step + "/" + path;
    String shown = longer.length() > MOST_PATH ? longer.substring(0, MOST_PATH) + "…" : longer;
    return new EncodeException(shown, what, getCause());
  }
}
