package org.calmanchor.draft.table;

import java.sql.Connection;
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
  private final SampleValues samples;
  private final StringBuilder text = new StringBuilder();

  /**
   * Creates a writer.
   *
   * @param notes gets what needs a look
   */
  CheckWriter(Table table, Connection connection, List<String> notes) throws SQLException {
    this.table = table;
    this.notes = notes;
    this.samples = new SampleValues(table, connection);
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
      String value = samples.value(column);
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
    String value = Objects.requireNonNullElse(samples.value(column), column.type().sample());
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
}
