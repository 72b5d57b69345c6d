package org.calmanchor.testing;

import java.io.File;
import java.io.IOException;
import java.net.URI;
import java.nio.file.Path;

/**
 * A service in a folder, which is compiled again and again while it is served.
 *
 * @param classes the folder of its source and classes
 */
public record RecompiledDesk(Path classes) {
  private static final String SOURCE =
      """
      import org.calmanchor.annotations.*;
      @PortType(namespace = "urn:lanternquay:free")
      public class Desk {
        @Operation public int free(%s) throws Exception { %s }
        %s
      }
      """;

  /** Compiles it with other parameters, another body and more members. */
  public void compile(String parameters, String body, String more) throws IOException {
    Sources.compile(classes, "Desk", SOURCE.formatted(parameters, body, more), "-parameters");
  }

  /** Compiles it with a library. */
  public void compile(Path library, String body, String more) throws IOException {
    Sources.compile(
        classes,
        "Desk",
        SOURCE.formatted("String pier", body, more),
        "-parameters",
        "-cp",
        library + File.pathSeparator + System.getProperty("java.class.path"));
  }

  /** The address of the page in what {@code serve} printed. */
  public static URI addressIn(String said) {
    return URI.create(
        said.lines()
            .filter(line -> line.contains("Page "))
            .findFirst()
            .orElseThrow()
            .replace("Page", "")
            .strip());
  }
}
