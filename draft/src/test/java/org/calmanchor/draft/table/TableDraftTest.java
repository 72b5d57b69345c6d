package org.calmanchor.draft.table;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.Statement;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import org.calmanchor.checks.Check;
import org.calmanchor.checks.CheckFile;
import org.calmanchor.servers.PostgresServer;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/** Services for the tables of Lantern Quay, in an embedded database and in a server. */
class TableDraftTest {
  private static final List<String> TABLES =
      List.of(
          "skipper",
          "boat",
          "berth",
          "stay",
          "tariff",
          "position",
          "survey",
          "notice",
          "inspection",
          "meter_reading");

  @TempDir private Path folder;

  /** A database that has the tables, with a few rows. */
  private Connection open(String database) throws Exception {
    String sql = text("common.sql") + text(database + ".sql") + text("rows.sql");
    if (database.equals("h2")) {
      Connection connection = DriverManager.getConnection("jdbc:h2:mem:" + System.nanoTime());
      execute(connection, sql);
      return connection;
    }
    String name = "tables" + System.nanoTime();
    try (Connection server = server("postgres")) {
      execute(server, "create database " + name);
    }
    Connection connection = server(name);
    execute(
        connection, sql.replace(") array", ")[]").replace("(reading * 2)", "(reading * 2) stored"));
    return connection;
  }

  private static Connection server(String database) throws Exception {
    return DriverManager.getConnection(PostgresServer.shared().url(database), "postgres", "");
  }

  private static String text(String name) throws Exception {
    return Files.readString(Path.of("src/test/resources/tables", name)) + "\n";
  }

  private static void execute(Connection connection, String sql) throws Exception {
    try (Statement statement = connection.createStatement()) {
      statement.execute(sql);
    }
  }

  private static TableRequest request(Map<String, String> namesOf, String version) {
    return new TableRequest(
        "jdbc:h2:./harbor", "harbor.data", "urn:lanternquay:data", namesOf, version);
  }

  private static TableDraft draft(Connection connection, String table) throws Exception {
    return TableDrafter.draft(connection, List.of(table), request(Map.of(), null)).get(0);
  }

  private static String source(TableDraft draft, String type) {
    return new String(draft.sources().get("harbor/data/" + type + ".java"), StandardCharsets.UTF_8);
  }

  private static List<Check> checks(TableDraft draft) {
    String yaml = new String(draft.checks().values().iterator().next(), StandardCharsets.UTF_8);
    return CheckFile.read("drafted", yaml);
  }

  @ParameterizedTest
  @ValueSource(strings = {"h2", "postgres"})
  void draftsOfTenTablesPassTheirChecks(String database) throws Exception {
    try (Connection connection = open(database)) {
      List<TableDraft> drafts = new ArrayList<>();
      for (String table : TABLES) {
        TableDraft draft = draft(connection, table);
        assertThat(draft.notes()).as(table).isEmpty();
        drafts.add(draft);
      }
      try (DraftedTables tables = DraftedTables.compile(folder, drafts, connection)) {
        for (TableDraft draft : drafts) {
          assertThat(checks(draft)).as(draft.service()).hasSize(3);
          tables.run(draft, checks(draft));
        }
        tables.run(
            drafts.get(TABLES.indexOf("survey")),
            CheckFile.read(
                database,
                Files.readString(Path.of("src/test/resources/tables", database + "-checks.yaml"))));
      }
    }
  }

  @Test
  void returnsNamesOfOtherRowsOnRequest() throws Exception {
    try (Connection connection = open("h2")) {
      Map<String, String> names = Map.of("berth", "pier", "boat", "length", "owner", "");
      List<TableDraft> drafts =
          TableDrafter.draft(connection, List.of("stay", "boat"), request(names, null));
      TableDraft stay = drafts.get(0);
      TableDraft boat = drafts.get(1);
      try (DraftedTables tables = DraftedTables.compile(folder, drafts, connection)) {
        tables.run(stay, checks(stay));
        tables.run(
            stay,
            CheckFile.read(
                "stay",
                """
                check: A stay has the pier of its berth
                operation: findStays
                input: {example: {berth: H-07}}
                expect:
                  result: {result: {rows: [{berth: H-07, berthPier: Heron, boatLength: '9.80'}]}}
                  compare: named
                """));
        tables.run(
            boat,
            CheckFile.read(
                "boat",
                """
                checks:
                  - check: A boat has the name of its owner
                    operation: readBoat
                    input: {name: Patient Otter}
                    expect: {result: {result: {owner: '1', ownerName: Odo Marrow}}, compare: named}
                  - check: A boat without an owner has no name of one
                    operation: readBoat
                    input: {name: Quiet Comma}
                    expect: {result: {result: {owner: !absent , ownerName: !absent }}, compare: named}
                """));
      }
    }
  }

  @Test
  void aViewCanOnlyBeFoundAndAPlainTableHasNoSingleRows() throws Exception {
    try (Connection connection = open("h2")) {
      execute(
          connection,
          "create view long_stay as select number, boat, nights from stay where nights > 0;"
              + "create table \"Log of the Day\" (\"At\" timestamp, \"at\" varchar(9), \"select\" int,"
              + " \"x$y\" int, \"*/ \\u0041 \"\"\" int);"
              + "create table key_only (a int, b int, primary key (a, b))");
      TableDraft view = draft(connection, "long_stay");
      TableDraft log = draft(connection, "Log of the Day");
      TableDraft keys = draft(connection, "KEY_ONLY");
      assertThat(source(view, "LongStayTable")).doesNotContain("createLongStay", "readLongStay");
      assertThat(log.notes())
          .containsExactly(
              "Log of the Day has no primary key, so single rows cannot be read, updated or"
                  + " deleted.");
      assertThat(source(keys, "KeyOnlyTable")).doesNotContain("updateKeyOnly");
      List<TableDraft> all = List.of(view, log, keys);
      try (DraftedTables tables = DraftedTables.compile(folder, all, connection)) {
        for (TableDraft draft : all) {
          tables.run(draft, checks(draft));
        }
        tables.run(
            log,
            CheckFile.read(
                "log",
                """
                check: Names that differ in case are two columns
                given:
                  - {step: made, operation: createLogOfTheDay, input: {row: {at: 2027-06-11T14:30:00, at2: noon, select: '1'}}}
                operation: findLogOfTheDays
                input: {example: {at2: noon}}
                expect: {result: {result: {rows: [{at: 2027-06-11T14:30:00, at2: noon, select: '1'}]}}, compare: named}
                """));
      }
    }
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "berh | | | There is no table \"berh\". Did you mean \"berth\"? The tables are: berth, boat,",
        "berth | | pier | pier cannot count changes: it has to be a whole number, not null, and no key.",
        "berth | | pear | There is no column \"pear\". Did you mean \"pier\"? The columns are: code, pier,",
        "boat | length | | length refers to no other table: it has no foreign key.",
        "stay | berht | | There is no column \"berht\". Did you mean \"berth\"?",
        "tariff | berth | | BERTH has no column \"name\". Say which one is returned: --name-of"
            + " berth=COLUMN, such as pier.",
      })
  void saysWhatIsWrongAndWhatToDo(String table, String nameOf, String version, String said)
      throws Exception {
    try (Connection connection = open("h2")) {
      Map<String, String> names = nameOf == null ? Map.of() : Map.of(nameOf, "");
      assertThatThrownBy(
              () -> TableDrafter.draft(connection, List.of(table), request(names, version)))
          .isInstanceOf(TableDraftException.class)
          .hasMessageStartingWith(said);
    }
  }
}
