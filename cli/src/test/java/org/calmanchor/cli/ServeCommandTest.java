package org.calmanchor.cli;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.nio.file.Path;
import org.calmanchor.testing.Sources;
import org.calmanchor.testing.Tool;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Services that are found in a project. */
class ServeCommandTest {
  @TempDir private Path folder;

  @Test
  void findsTheServicesOfAProject() throws Exception {
    Path classes = Files.createDirectories(folder.resolve("target/classes"));
    String head =
        "import org.calmanchor.annotations.*;\n@PortType(namespace = \"urn:lanternquay:a\")";
    String body = " { @Operation public int free() { return 3; }";
    Sources.compile(classes, "Desk", head + "public class Desk" + body + "}");
    Sources.compile(
        classes, "Stock", head + "public class Stock" + body + " public Stock(String file) {} }");
    Sources.compile(classes, "Port", head + "public interface Port { @Operation int free(); }");
    Files.delete(classes.resolve("Stock.java"));
    try (Tool.Running serve = new Tool.Running(folder, "serve", "--port", "0")) {
      assertThat(serve.until("Try "))
          .contains(
              "Note: Stock is not served: its constructor needs arguments, Stock(String). Host it from"
                  + " Java: SoapHost.onPort(8080).serve(\"/Stock\", yourObject).start().",
              "  Desk\n    Page  ")
          .doesNotContain("  Port\n");
    }
    Path empty = Files.createDirectories(folder.resolve("empty"));
    assertThat(Tool.run(empty, "serve"))
        .isEqualTo(
            new Tool(
                2,
                "",
                "There is no class with @PortType in this folder. Compile it first, or say where it is:"
                    + " --classpath FOLDER.\n"));
  }
}
