package org.calmanchor.draft.table;

import static org.calmanchor.draft.table.TableNames.text;

import java.sql.Connection;
import java.sql.DatabaseMetaData;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import org.calmanchor.draft.table.TableNames.Found;
import org.jspecify.annotations.Nullable;

/** Reads what the database says about tables. */
final class TableReader {
  /** A constructor takes 255 parameters, itself included (JVMS 4.3.3). */
  private static final int MOST_PARAMETERS = 254;

  private final Connection connection;
  private final DatabaseMetaData database;
  private final SqlNames names;
  private final ColumnReader columns;
  private final TableRequest request;

  TableReader(Connection connection, TableRequest request) throws SQLException {
    this.connection = connection;
    this.database = connection.getMetaData();
    this.names = new SqlNames(database);
    this.columns = new ColumnReader(connection, names);
    this.request = request;
  }

  /**
   * Reads a table.
   *
   * @param notes gets what is left out
   */
  Table read(String given, List<String> notes) throws SQLException {
    Found found = TableNames.find(connection, given);
    List<String> keyNames = keyNames(found);
    Set<String> parameters = new HashSet<>(keyNames);
    String wanted = request.versionColumn();
    parameters.add(wanted == null ? "version" : wanted);
    List<Column> all = columns.read(found, parameters, notes);
    if (all.isEmpty()) {
      throw new TableDraftException(
          "No column of " + found.name() + " can be read and written. " + String.join(" ", notes));
    }
    List<Column> key = key(found, keyNames, all, notes);
    String plain = names.of(found.name());
    List<ForeignKey> foreignKeys = foreignKeys(found);
    Table table =
        new Table(
            plain.equalsIgnoreCase(found.name()) ? plain : found.name(),
            found.sql(names),
            TypeNames.of(found.name()),
            found.doc(),
            found.isView(),
            all,
            key,
            version(all, key),
            foreignKeys,
            List.of());
    Table joined =
        table.with(new JoinReader(connection, names, columns).read(table, found, request));
    if (joined.width() > MOST_PARAMETERS) {
      throw new TableDraftException(
          "%s has %d columns, which are too many for a record in Java. Make a view with those that are needed."
              .formatted(found.name(), all.size()));
    }
    return joined;
  }

  /**
   * Requires that each column which the request names is in one of the tables.
   *
   * @throws TableDraftException if one is not
   */
  static void requireColumns(TableRequest request, List<Table> tables) {
    List<Column> all = tables.stream().flatMap(table -> table.columns().stream()).toList();
    List<String> named = new ArrayList<>(request.namesOf().keySet());
    if (request.versionColumn() != null) {
      named.add(request.versionColumn());
    }
    for (String name : named) {
      if (ColumnReader.find(name, all) == null) {
        throw new TableDraftException(ColumnReader.noColumn(name, all));
      }
    }
  }

  private List<String> keyNames(Found found) throws SQLException {
    Map<Integer, String> parts = new TreeMap<>();
    try (ResultSet row = database.getPrimaryKeys(found.catalog(), found.schema(), found.name())) {
      while (row.next()) {
        parts.put(row.getInt("KEY_SEQ"), row.getString("COLUMN_NAME"));
      }
    }
    return List.copyOf(parts.values());
  }

  private static List<Column> key(
      Found found, List<String> names, List<Column> columns, List<String> notes) {
    List<Column> key = new ArrayList<>();
    for (String name : names) {
      Column column = ColumnReader.find(name, columns);
      if (column == null || !column.type().isComparable()) {
        notes.add("The key is not used: its column " + name + " cannot be compared.");
        return List.of();
      }
      key.add(column);
    }
    if (key.isEmpty() && !found.isView()) {
      notes.add(
          found.name() + " has no primary key, so single rows cannot be read, updated or deleted.");
    }
    return key;
  }

  private @Nullable Column version(List<Column> columns, List<Column> key) {
    String name = request.versionColumn();
    Column column = ColumnReader.find(name == null ? "version" : name, columns);
    if (column == null) {
      return null;
    }
    boolean isVersion = column.isRequired() && !key.contains(column) && column.type().isWhole();
    if (!isVersion && name != null) {
      throw new TableDraftException(
          name + " cannot count changes: it has to be a whole number, not null, and no key.");
    }
    return isVersion ? column : null;
  }

  private List<ForeignKey> foreignKeys(Found found) throws SQLException {
    Map<String, ForeignKeyParts> all = new LinkedHashMap<>();
    try (ResultSet row = database.getImportedKeys(found.catalog(), found.schema(), found.name())) {
      while (row.next()) {
        all.computeIfAbsent(
                text(row, "FK_NAME"),
                name -> new ForeignKeyParts(new ArrayList<>(), new ArrayList<>(), new String[2]))
            .add(row);
      }
    }
    return all.values().stream().map(ForeignKeyParts::key).toList();
  }

  private record ForeignKeyParts(List<String> columns, List<String> others, String[] table) {
    void add(ResultSet row) {
      try {
        table[0] = text(row, "PKTABLE_SCHEM");
        table[1] = row.getString("PKTABLE_NAME");
        columns.add(row.getString("FKCOLUMN_NAME"));
        others.add(row.getString("PKCOLUMN_NAME"));
      } catch (SQLException unreadable) {
        throw new IllegalStateException(unreadable);
      }
    }

    ForeignKey key() {
      return new ForeignKey(table[0], table[1], columns, others);
    }
  }
}
