package org.calmanchor.draft.table;

import java.sql.Connection;
import java.sql.PreparedStatement;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;

/** Writes checks of the drafted service: rows are found, created, changed and deleted. */
final class CheckWriter {
  private final Table table;
  private final List<String> notes;
  private final References references;
  private final StringBuilder text = new StringBuilder();

  /**
   * Creates a writer.
   *
   * @param notes gets what needs a look
   */
  CheckWriter(Table table, Connection connection, List<String> notes) throws SQLException {
    this.table = table;
    this.notes = notes;
    this.references = new References(table, connection);
  }

  String write() throws SQLException {
    String type = table.type();
    text.append("service: ").append(ServiceWriter.name(table)).append("\nchecks:\n");
    line("  - check: Rows are found page by page");
    line("    operation: find" + TypeNames.several(type));
    line("    input: {page: 1, pageSize: 5}");
    line("    expect: {result: {result: {number: 1}}, compare: named}");
    if (table.key().isEmpty()) {
      return text.toString();
    }
    missing();
    if (!table.isView()) {
      life();
    }
    return text.toString();
  }

  private void line(String line) {
    text.append(line).append('\n');
  }

  private void missing() {
    Map<String, String> key = new HashMap<>();
    for (Column column : table.key()) {
      String value = column.type().sample();
      String java = column.type().java().toString();
      boolean isNumber = List.of("byte", "short", "int", "long").contains(java);
      key.put(column.member(), isNumber ? "-1" : value.equals("Sample") ? "~none~" : value);
    }
    if (key.containsValue("")) {
      return;
    }
    line("  - check: A row that is not there");
    line("    operation: read" + table.type());
    line("    input: " + mapping(table.key(), key));
    line("    expect: {fault: RowNotFound}");
  }

  /** A row is created, changed and deleted. */
  private void life() throws SQLException {
    if (table.madeKey().size() > 1) {
      return;
    }
    List<Column> needed =
        table.creatable().stream()
            .filter(column -> !column.mayBeOmitted() && !column.type().isList())
            .toList();
    Map<String, String> values = new HashMap<>();
    for (Column column : needed) {
      String value = references.value(column);
      if (value == null) {
        notes.add(
            "There is no check that creates a row: no value for %s is known."
                .formatted(column.name()));
        return;
      }
      values.put(column.member(), value);
    }
    String type = table.type();
    line("  - check: A row is created, changed and deleted");
    line("    tags: [writes]");
    line("    given:");
    line("      - step: created");
    line("        operation: create" + type);
    line("        input: {row: " + mapping(needed, values) + "}");
    Column changed = table.changeable().stream().filter(this::isPlain).findFirst().orElse(null);
    if (changed != null) {
      change(changed);
    }
    line("    operation: delete" + type);
    line("    input: {" + created(changed == null ? "created" : "changed") + "}");
    line("    expect: {result: {}}");
  }

  private boolean isPlain(Column column) {
    return !column.type().sample().isEmpty() && column.type().isComparable();
  }

  private void change(Column column) throws SQLException {
    String value = Objects.requireNonNullElse(references.value(column), column.type().sample());
    line("      - step: changed");
    line("        operation: update" + table.type());
    line(
        "        input: {%s, change: {%s: %s}}"
            .formatted(created("created"), column.member(), quoted(value)));
    line(
        "        expect: {result: {result: {%s: %s}}, compare: named}"
            .formatted(column.member(), quoted(value)));
    if (table.version() != null) {
      line("      - step: tooLate");
      line("        operation: update" + table.type());
      line(
          "        input: {%s, change: {%s: %s}}"
              .formatted(created("created"), column.member(), quoted(value)));
      line("        expect: {fault: RowChanged}");
    }
  }

  /** The key and version that a step has returned. */
  private String created(String step) {
    List<Column> columns = new ArrayList<>(table.key());
    if (table.version() != null) {
      columns.add(table.version());
    }
    return columns.stream()
        .map(column -> "%1$s: !from %2$s/result/%1$s ".formatted(column.member(), step))
        .collect(Collectors.joining(", "))
        .stripTrailing()
        .concat(" ");
  }

  private static String mapping(List<Column> columns, Map<String, String> values) {
    return columns.stream()
        .map(column -> column.member() + ": " + quoted(values.get(column.member())))
        .collect(Collectors.joining(", ", "{", "}"));
  }

  private static String quoted(@Nullable String value) {
    return "'" + String.valueOf(value).replace("'", "''") + "'";
  }

  /** Values for columns: of rows that foreign keys refer to, else samples. */
  private static final class References {
    private final Map<String, String> found = new HashMap<>();
    private final Table table;

    References(Table table, Connection connection) throws SQLException {
      this.table = table;
      SqlNames names = new SqlNames(connection.getMetaData());
      for (ForeignKey key : table.foreignKeys()) {
        read(key, names, connection);
      }
    }

    private void read(ForeignKey key, SqlNames names, Connection connection) throws SQLException {
      boolean isQualified = !key.schema().isEmpty() && !key.schema().equals(connection.getSchema());
      String other = (isQualified ? names.of(key.schema()) + "." : "") + names.of(key.table());
      String columns = key.others().stream().map(names::of).collect(Collectors.joining(", "));
      List<String> same = new ArrayList<>();
      for (int i = 0; i < key.columns().size(); i++) {
        same.add(
            "t.%s = o.%s".formatted(names.of(key.columns().get(i)), names.of(key.others().get(i))));
      }
      // A row that nothing here refers to, since a reference may have to be unique.
      String free =
          "select %s from %s o where not exists (select 1 from %s t where %s)"
              .formatted(columns, other, table.sql(), String.join(" and ", same));
      if (!readFirst(free, key, connection)) {
        readFirst("select %s from %s".formatted(columns, other), key, connection);
      }
    }

    private boolean readFirst(String select, ForeignKey key, Connection connection)
        throws SQLException {
      try (PreparedStatement statement = connection.prepareStatement(select)) {
        statement.setMaxRows(1);
        try (ResultSet row = statement.executeQuery()) {
          if (!row.next()) {
            return false;
          }
          for (int i = 0; i < key.columns().size(); i++) {
            found.put(key.columns().get(i), String.valueOf(row.getString(i + 1)).stripTrailing());
          }
          return true;
        }
      }
    }

    /** A value in its form on the wire; null if none is known. */
    @Nullable String value(Column column) {
      for (ForeignKey key : table.foreignKeys()) {
        for (String name : key.columns()) {
          if (name.equalsIgnoreCase(column.name())) {
            return found.get(name);
          }
        }
      }
      return column.type().sample().isEmpty() ? null : column.type().sample();
    }
  }
}
