package org.calmanchor.core.xml;

import javax.xml.stream.Location;
import org.calmanchor.core.xml.InputProblem.Code;
import org.codehaus.stax2.XMLStreamReader2;

/** Reports mistakes at the place where a parser is. */
final class InputLocation {
  private final XMLStreamReader2 reader;

  InputLocation(XMLStreamReader2 reader) {
    this.reader = reader;
  }

  InvalidMessageException problem(Code code, String expected, String found) {
    Location at = reader.getLocation();
    return new InvalidMessageException(
        new InputProblem("", code, expected, found, at.getLineNumber(), at.getColumnNumber()));
  }

  /** The error for an exceeded limit; {@code most} describes the limit. */
  InvalidMessageException tooMuch(String most) {
    return problem(Code.LIMIT, "at most " + most, "");
  }
}
