package org.calmanchor.core.xml;

import com.fasterxml.aalto.UncheckedStreamException;
import java.io.IOException;
import java.nio.charset.CharacterCodingException;
import javax.xml.stream.Location;
import javax.xml.stream.XMLStreamException;
import org.calmanchor.core.xml.InputProblem.Code;

/** Translates the exceptions of the parsers: their messages would show which parser is used. */
final class ParserErrors {
  private ParserErrors() {}

  /** The error for a message that the transport cut off. */
  static InvalidMessageException brokenOff() {
    return of("the message broke off", 0, 0);
  }

  static InvalidMessageException of(XMLStreamException malformed) {
    Location at = malformed.getLocation();
    if (malformed.getNestedException() instanceof CharacterCodingException) {
      return of("it has bytes that do not fit its encoding", 0, 0);
    }
    if (malformed.getNestedException() instanceof IOException) {
      return brokenOff();
    }
    return at == null
        ? of("parsing failed", 0, 0)
        : of(
            "parsing failed at line " + at.getLineNumber() + ", column " + at.getColumnNumber(),
            at.getLineNumber(),
            at.getColumnNumber());
  }

  static InvalidMessageException of(UncheckedStreamException malformed) {
    return malformed.getCause() instanceof XMLStreamException cause
        ? of(cause)
        : of("parsing failed", 0, 0);
  }

  /** Whether the parser stopped at its own limit on attributes, which only its message tells. */
  static boolean isAttributeLimit(XMLStreamException malformed) {
    String words = String.valueOf(malformed.getMessage());
    return words.contains("ttribute") && words.contains("limit");
  }

  private static InvalidMessageException of(String found, int line, int column) {
    return new InvalidMessageException(
        new InputProblem("", Code.NOT_WELL_FORMED, "well-formed XML", found, line, column));
  }
}
