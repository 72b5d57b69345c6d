package org.calmanchor.cli;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.Statement;
import org.calmanchor.testing.Tool;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Java source from a partner's document, written into a project. */
class DraftCommandTest {
  private static final String DEPTHS = "src/main/java/saltmere/pilots/Depths.java";

  @TempDir private Path folder;

  private Tool draft(String kind, String... more) throws Exception {
    String[] arguments = new String[more.length + 5];
    arguments[0] = "draft";
    arguments[1] = kind;
    arguments[2] =
        Path.of("../examples/harbor/src/main/resources/org/calmanchor/examples/pilots/pilots.wsdl")
            .toAbsolutePath()
            .toString();
    arguments[3] = "--package";
    arguments[4] = "saltmere.pilots";
    System.arraycopy(more, 0, arguments, 5, more.length);
    return Tool.run(folder, arguments);
  }

  @Test
  void writesAClientThenItsServiceAndLeavesWhatIsThere() throws Exception {
    Tool client = draft("client");
    assertThat(client.err()).isEmpty();
    assertThat(client.out())
        .contains(
            "  new      src/main/java/saltmere/pilots/Pilots.java\n",
            "  new      src/main/resources/saltmere/pilots/pilots.wsdl\n",
            "  TypedClient.of(Pilots.class, URI.create(\"http://pilots.saltmere.test/soap\")).proxy()\n");
    assertThat(Files.readString(folder.resolve("src/main/java/saltmere/pilots/OrderPilot.java")))
        .contains(
            " * @param callSign token, pattern [A-Z]{2}[0-9]{2,4}; not together with shipName\n")
        .endsWith(
            """
            public record OrderPilot(
                @Attribute boolean urgent,
                Optional<String> shipName,
                Optional<String> callSign,
                Direction direction,
                OffsetDateTime at,
                Optional<Map<String, Object>> remark) {}
            """);

    Tool service = draft("service");
    assertThat(service.exitCode()).isZero();
    assertThat(service.out())
        .contains("  new      src/main/java/saltmere/pilots/DepthsService.java\n")
        .contains("  16 files are as before\n")
        .contains(
            "  calm-anchor serve saltmere.pilots.PilotsService saltmere.pilots.DepthsService"
                + " --classpath target/classes\n");
  }

  @Test
  void showsInWhatFilesDifferAndReplacesThemWhenTold() throws Exception {
    draft("client");
    Path depths = folder.resolve(DEPTHS);
    String drafted = Files.readString(depths);
    Files.writeString(depths, drafted.replace("String ship", "String shipName"));

    Tool again = draft("client");
    assertThat(again.exitCode()).isEqualTo(1);
    assertThat(again.out())
        .contains(
            """
              15 files are as before
              differs  %s (- yours, + drafted now)
            """
                .formatted(DEPTHS))
        .contains("    -  DraughtAtResponse draughtAt(String shipName, int hours);\n")
        .contains("    +  DraughtAtResponse draughtAt(String ship, int hours);\n")
        .contains("Overwrite them with --force.\n");
    assertThat(Files.readString(depths)).contains("shipName");

    assertThat(draft("client", "--force").out()).contains("  replaced " + DEPTHS);
    assertThat(Files.readString(depths)).isEqualTo(drafted);
  }

  @Test
  void saysWhatIsMissing() throws Exception {
    String wsdl =
        Path.of("../examples/harbor/src/main/resources/org/calmanchor/examples/pilots/pilots.wsdl")
            .toAbsolutePath()
            .toString();
    assertThat(Tool.run(folder, "draft", "client", wsdl).err())
        .isEqualTo("Say which package: --package NAME, such as --package saltmere.pilots.\n");
    assertThat(Tool.run(folder, "draft", "client", wsdl, "--package", "a-b").err())
        .isEqualTo("--package: \"a-b\" is no name of a package; write one such as harbor.pilots\n");
    assertThat(Tool.run(folder, "draft", "client", "harbor.BerthDesk").err())
        .startsWith("\"harbor.BerthDesk\" is no WSDL document. For a class of yours nothing has");
  }

  @Test
  void draftsTheTypesOfASchemaAndTheDescriptionOfAClass() throws Exception {
    String ships =
        Path.of(
                "../examples/harbor/src/main/resources/org/calmanchor/examples/pilots/types/ships.xsd")
            .toAbsolutePath()
            .toString();
    Tool types = Tool.run(folder, "draft", "types", ships, "--package", "saltmere.ships");
    assertThat(types.err()).isEmpty();
    assertThat(types.out())
        .contains("  new      src/main/java/saltmere/ships/Ferry.java\n")
        .contains("Note: Type \"Remark\" is a Map<String, Object> within others, since");
    assertThat(Tool.run(folder, "draft", "client", ships, "--package", "a").err())
        .endsWith(
            "  Give the WSDL document that imports it. Types of a schema alone can be drafted: draft"
                + " types.\n");

    Files.writeString(
        folder.resolve("none.xsd"),
        """
        <xs:schema xmlns:xs="http://www.w3.org/2001/XMLSchema"><xs:complexType name="A">
          <xs:sequence/></xs:complexType></xs:schema>""");
    assertThat(Tool.run(folder, "draft", "types", "none.xsd", "--package", "a"))
        .isEqualTo(
            new Tool(
                1,
                "",
                """
                The schema has no type that can be a Java type of its own.
                Type "A" has no namespace, so a service cannot publish it by itself.
                """));
    Tool description =
        Tool.run(
            folder,
            "draft",
            "description",
            "org.calmanchor.examples.pilots.DepthDesk",
            "--namespace",
            "urn:lanternquay:depths",
            "--package",
            "harbor");
    assertThat(description.out())
        .startsWith("  new      src/main/java/harbor/DepthDeskDescription.java\n");
    assertThat(Files.readString(folder.resolve("src/main/java/harbor/DepthDeskDescription.java")))
        .contains(
            "return Description.of(DepthDesk.class, \"urn:lanternquay:depths\")\n",
            ".parameters(\"parameter1\", \"parameter2\")");
  }

  @Test
  void draftsServicesForTablesWithoutCredentials() throws Exception {
    String url = "jdbc:h2:" + folder.resolve("harbor");
    try (Connection connection = DriverManager.getConnection(url, "sa", "tide");
        Statement statement = connection.createStatement()) {
      statement.execute("create table berth (code varchar(6) primary key, pier varchar(20))");
    }
    Tool tool = table(url + ";USER=sa;PASSWORD=tide", "berth");
    assertThat(tool.exitCode()).as(tool.err()).isZero();
    assertThat(tool.out())
        .contains(
            "  new      src/main/java/harbor/data/BerthTable.java\n",
            "  new      checks/berth.yaml\n",
            "Note: The user and password in the URL are not in the source.",
            "  calm-anchor check checks/berth.yaml --against harbor.data.BerthTable\n");
    assertThat(Files.readString(folder.resolve("src/main/java/harbor/data/Connections.java")))
        .contains("\"" + url + "\"")
        .doesNotContain("tide");

    assertThat(table(url, "berth").err())
        .contains("Set DATABASE_USER and DATABASE_PASSWORD in the environment.");
    assertThat(table(url + ";USER=sa;PASSWORD=tide", "birth").err())
        .contains("There is no table \"birth\". Did you mean \"berth\"? The tables are: berth.");
    assertThat(table("jdbc:harbor:berths", "berth").err())
        .contains("No JDBC driver for harbor is on the class path.");
    assertThat(table("berth", "berth").err()).contains("\"berth\" is no JDBC URL.");
  }

  private Tool table(String url, String table) throws Exception {
    return Tool.run(
        folder, "draft", "table", url, table, "--package", "harbor.data", "--namespace", "urn:a");
  }
}
