package org.calmanchor.checks;

/**
 * One difference between the expected and the real answer.
 *
 * @param path where, as in {@code result[2]/code}; a fault's own parts are {@code fault}, {@code
 *     code} and {@code reason}
 * @param expected what was expected, in words or as the value
 * @param found what came
 */
public record Difference(String path, String expected, String found) {
  @Override
  public String toString() {
    String where = path.isEmpty() ? "the answer" : path;
    return where + ": expected " + expected + ", found " + found;
  }

  /** The same difference inside a part of what was run. */
  Difference within(String part) {
    return new Difference(path.isEmpty() ? part : part + ": " + path, expected, found);
  }
}
