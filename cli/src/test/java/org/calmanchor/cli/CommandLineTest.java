package org.calmanchor.cli;

import static org.assertj.core.api.Assertions.assertThat;

import java.net.ServerSocket;
import java.nio.file.Files;
import java.nio.file.Path;
import org.calmanchor.testing.CurlLine;
import org.calmanchor.testing.Sources;
import org.calmanchor.testing.Tool;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class CommandLineTest {
  static final String DESK = "org.calmanchor.examples.harbor.BerthDesk";

  @TempDir private Path folder;

  static final String GREETER =
      """
      import org.calmanchor.annotations.Operation;
      import org.calmanchor.annotations.PortType;

      @PortType(namespace = "urn:lanternquay:greeter")
      public class Greeter {
        @Operation
        public String greet(String boat) {
          return "Welcome, it's " + boat;
        }
      }
      """;

  private static final String OVERLOADS =
      """
      import java.math.BigDecimal;
      import java.time.LocalDate;
      import org.calmanchor.annotations.Operation;
      import org.calmanchor.annotations.PortType;

      @PortType(namespace = "urn:lanternquay:berths")
      public class BerthDesk {
        @Operation
        public BigDecimal quoteStay(BigDecimal boatLength, LocalDate arrival, int nights) {
          return boatLength;
        }

        @Operation
        public BigDecimal quoteStay(BigDecimal boatLength, LocalDate arrival, LocalDate departure) {
          return boatLength;
        }
      }
      """;

  private static final String COLLISION =
      """
      BerthDesk has a contract problem:
      CALM-104 BerthDesk: quoteStay(BigDecimal, LocalDate, int) and quoteStay(BigDecimal, LocalDate, LocalDate) would both be operation "quoteStay".
        Give one of them a name of its own: @Operation(name = "quoteStayByDeparture").
      """;

  @Test
  void servesAClassOfTheUsersOwn() throws Exception {
    Sources.compile(folder, "Greeter", GREETER, "-parameters");
    try (Tool.Running serve =
        new Tool.Running(
            folder,
            "serve",
            "Greeter",
            "--classpath",
            ".",
            "--port",
            "0",
            "--limits",
            "call-time=9s")) {
      CurlLine call = CurlLine.in(serve.until("Try "));
      assertThat(call.address()).hasPath("/Greeter");
      assertThat(call.send()).contains("<tns:result>Welcome, it's boat</tns:result>");
    }
    String line = "serve Greeter --classpath . --port 0 ";
    for (String[] wrong :
        new String[][] {
          {"--switch-off /Greeter#gret", "there is no operation \"gret\"; there is "},
          {"--switch-off /Gretter", "switch-off: nothing is served at /Gretter"},
          {"--unlisted Greeter", "--unlisted: write paths of services, such as /berths, not"},
          {"--unlisted /gretter", "unlisted: nothing is served at /gretter; there is /Greeter"},
          {"--limits call-time=soon", "--limits.call-time: write a time such as 90s, 1m30s"},
          {"--limits depth=5s", "--limits.depth: write a whole number from 1 to 2147483639, not"}
        }) {
      Tool tool = Tool.run(folder, (line + wrong[0]).split(" ", -1));
      assertThat(tool.err()).startsWith(wrong[1]);
      assertThat(tool.exitCode()).isEqualTo(2);
    }
  }

  @ParameterizedTest
  @CsvSource({"wsdl", "serve"})
  void reportsTheCollisionBeforeAnythingElseHappens(String command) throws Exception {
    Sources.compile(folder, "BerthDesk", OVERLOADS, "-parameters");
    try (ServerSocket taken = new ServerSocket(0)) {
      String port = Integer.toString(taken.getLocalPort());
      Tool tool =
          command.equals("wsdl")
              ? Tool.run(folder, command, "BerthDesk", "--classpath", ".", "--out", "a.wsdl")
              : Tool.run(folder, command, "BerthDesk", "--classpath", ".", "--port", port);
      assertThat(tool.err()).isEqualTo(COLLISION);
      assertThat(tool.out()).isEmpty();
      assertThat(tool.exitCode()).isEqualTo(1);
    }
    assertThat(folder.resolve("a.wsdl")).doesNotExist();
  }

  @Test
  void saysBothSuggestionsWhenParameterNamesAreMissing() throws Exception {
    Sources.compile(folder, "Greeter", GREETER);
    assertThat(Tool.run(folder, "wsdl", "Greeter", "--classpath", ".").err())
        .isEqualTo(
            """
            Greeter has a contract problem:
            CALM-105 Greeter.greet(String), parameter 1: its name is not in the class file.
              Compile with the annotation processor of Calm Anchor or with -parameters, or name it here: @Element(name = "...").
            """);
  }

  @Test
  void namesATakenPort() throws Exception {
    Sources.compile(folder, "Greeter", GREETER, "-parameters");
    try (ServerSocket taken = new ServerSocket(0)) {
      String port = Integer.toString(taken.getLocalPort());
      Tool tool = Tool.run(folder, "serve", "Greeter", "--classpath", ".", "--port", port);
      assertThat(tool.err()).startsWith("Port " + port + " is taken by another program.");
      assertThat(tool.exitCode()).isEqualTo(1);
    }
  }

  @ParameterizedTest
  @CsvSource({"''", "serve", "wsdl", "judge"})
  void helpsWithEachCommand(String command) throws Exception {
    Tool tool = Tool.run(folder, (command + " --help").strip().split(" ", -1));
    assertThat(tool.out()).startsWith("Usage: calm-anchor").contains("--help");
    assertThat(tool.exitCode()).isZero();
  }

  @Test
  void theProblemThatTheReadmeShowsIsTheOneThatIsRaised() throws Exception {
    assertThat(Files.readString(Path.of("../README.md")).replace("\n    ", "\n"))
        .contains(COLLISION.lines().skip(1).reduce("", (a, b) -> a + b + "\n"));
  }
}
