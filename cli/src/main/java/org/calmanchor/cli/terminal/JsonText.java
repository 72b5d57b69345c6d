package org.calmanchor.cli.terminal;

import com.fasterxml.jackson.jr.ob.JSON;
import java.io.IOException;
import java.io.UncheckedIOException;

/** Values as JSON, indented, for other programs. */
public final class JsonText {
  private JsonText() {}

  /** The text of maps, lists and simple values. */
  public static String of(Object maps) {
    try {
      return JSON.std.with(JSON.Feature.PRETTY_PRINT_OUTPUT).asString(maps);
    } catch (IOException impossible) {
      throw new UncheckedIOException(impossible);
    }
  }
}
