package org.calmanchor.draft.table;

import java.math.BigDecimal;
import java.sql.Connection;
import java.sql.PreparedStatement;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;

/**
 * Values for a new row: those of rows that foreign keys refer to, numbers that are free as keys,
 * else samples.
 */
final class SampleValues {
  private final Map<String, String> found = new HashMap<>();
  private final Table table;

  SampleValues(Table table, Connection connection) throws SQLException {
    this.table = table;
    SqlNames names = new SqlNames(connection.getMetaData());
    for (ForeignKey key : table.foreignKeys()) {
      read(key, names, connection);
    }
    for (Column column : table.key()) {
      if (column.type().isWhole() && !found.containsKey(column.name())) {
        readGreatest(column, connection);
      }
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

  private void readGreatest(Column column, Connection connection) throws SQLException {
    String select = "select max(%s) from %s".formatted(column.sql(), table.sql());
    try (PreparedStatement statement = connection.prepareStatement(select);
        ResultSet row = statement.executeQuery()) {
      row.next();
      if (row.getBigDecimal(1) != null) {
        found.put(column.name(), row.getBigDecimal(1).add(BigDecimal.ONE).toPlainString());
      }
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
    String sample = found.getOrDefault(column.name(), column.type().sample());
    return sample.isEmpty() ? null : sample;
  }
}
