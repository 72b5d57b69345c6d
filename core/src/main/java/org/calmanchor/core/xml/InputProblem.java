package org.calmanchor.core.xml;

import org.calmanchor.core.logging.SecretNames;

/**
 * What is wrong with a received message, in words for its sender.
 *
 * @param path the way from the body element to the place, as in {@code quoteStay/nights}
 * @param code what kind of mistake
 * @param expected what should stand there
 * @param found the value that was found, shortened if it is long; masked if a name on the path is
 *     that of a secret
 * @param line where, counted from 1; 0 when unknown
 * @param column where, counted from 1; 0 when unknown
 * @param isInHeader whether it is in a header block rather than in the body
 */
public record InputProblem(
    String path,
    Code code,
    String expected,
    String found,
    int line,
    int column,
    boolean isInHeader) {
  /** Shortens the text that was found. */
  public InputProblem {
    found = Excerpt.of(found);
  }

  /** Creates a problem that is not in a header block. */
  public InputProblem(String path, Code code, String expected, String found, int line, int column) {
    this(path, code, expected, found, line, column, false);
  }

  /** The kinds of problems; their names are part of the published fault detail. */
  public enum Code {
    NOT_WELL_FORMED("not-well-formed"),
    FORBIDDEN("forbidden"),
    MISSING("missing"),
    UNEXPECTED("unexpected"),
    TOO_MANY("too-many"),
    VALUE("value"),
    NIL("nil"),
    TYPE("type"),
    LIMIT("limit"),
    SIZE("size"),
    ENCODING("encoding");

    private final String published;

    Code(String published) {
      this.published = published;
    }

    /** The code in a fault's detail. */
    public String published() {
      return published;
    }
  }

  /** The value that was found, as others may see it. */
  @Override
  public String found() {
    return SecretNames.isIn(path) ? SecretNames.MASK : found;
  }

  /** The sentence: what was found may be a secret. */
  @Override
  public String toString() {
    return sentence();
  }

  /** One sentence that a person can act on. */
  public String sentence() {
    String place = path.isEmpty() ? "The message" : path;
    String value = found();
    return switch (code) {
      case NOT_WELL_FORMED -> "The message is not well-formed XML: " + value + ".";
      case FORBIDDEN -> "The message holds " + value + ", which SOAP does not allow.";
      case MISSING -> place + " is missing; expected " + expected + ".";
      case UNEXPECTED -> place + " does not belong here; expected " + expected + ".";
      case TOO_MANY -> place + " occurs too often; expected " + expected + ".";
      case VALUE, TYPE -> place + " is \"" + value + "\"; expected " + expected + ".";
      case NIL -> place + " is nil; expected " + expected + ".";
      case ENCODING ->
          "The message is in the encoding \""
              + value
              + "\", which is not read here; send "
              + expected
              + ".";
      case LIMIT, SIZE -> place + " is beyond a limit: " + expected + ".";
    };
  }

  /** The same problem without line and column. */
  InputProblem withoutLocation() {
    return new InputProblem(path, code, expected, found, 0, 0, isInHeader);
  }

  /** The same problem, with one more step in front of its path. */
  InputProblem within(String step) {
    return moved(step, isInHeader);
  }

  /** The same problem, marked as one in a header block. */
  InputProblem inHeader() {
    return moved("Header", true);
  }

  private InputProblem moved(String step, boolean isThere) {
    String shown = Excerpt.of(step);
    String way = path.isEmpty() ? shown : shown + "/" + path;
    return new InputProblem(way, code, expected, found, line, column, isThere);
  }
}
