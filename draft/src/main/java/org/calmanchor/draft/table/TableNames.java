package org.calmanchor.draft.table;

import java.sql.Connection;
import java.sql.DatabaseMetaData;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import java.util.stream.Collectors;
import org.calmanchor.core.problem.NearMiss;

/** Finds a table by the name that somebody writes. */
final class TableNames {
  private static final int MOST_LISTED = 20;
  private static final Set<String> OF_SYSTEM = Set.of("information_schema", "pg_catalog");

  /**
   * A table that was found.
   *
   * @param catalog its catalog; may be empty
   * @param schema its schema; may be empty
   * @param isCurrent whether it is found without its schema's name
   */
  record Found(
      String catalog, String schema, String name, boolean isView, boolean isCurrent, String doc) {
    /** The name as statements have it. */
    String sql(SqlNames names) {
      return isCurrent ? names.of(name) : names.of(schema) + "." + names.of(name);
    }

    boolean isCalled(String given) {
      return name.equals(given) || (schema + "." + name).equals(given);
    }

    boolean isCalledInAnyCase(String given) {
      return name.equalsIgnoreCase(given) || (schema + "." + name).equalsIgnoreCase(given);
    }
  }

  private TableNames() {}

  /**
   * Finds a table, first by the very name, then in any case; first in the current schema.
   *
   * @throws TableDraftException if there is none, or more than one
   */
  static Found find(Connection connection, String given) throws SQLException {
    List<Found> all = all(connection);
    List<Found> called = all.stream().filter(each -> each.isCalled(given)).toList();
    if (called.isEmpty()) {
      called = all.stream().filter(each -> each.isCalledInAnyCase(given)).toList();
    }
    List<Found> current = called.stream().filter(Found::isCurrent).toList();
    List<Found> best = current.isEmpty() ? called : current;
    if (best.size() > 1) {
      throw new TableDraftException(
          "There are several tables called \""
              + given
              + "\": "
              + best.stream().map(each -> each.schema() + "." + each.name()).sorted().toList()
              + ". Write one of these names.");
    }
    if (best.isEmpty()) {
      throw new TableDraftException(missing(given, all));
    }
    return best.get(0);
  }

  private static String missing(String given, List<Found> all) {
    if (all.isEmpty()) {
      return "There is no table \"" + given + "\": the database has no tables that this user sees.";
    }
    List<String> names =
        all.stream()
            .map(each -> each.isCurrent() ? each.name() : each.schema() + "." + each.name())
            .map(each -> given.equals(given.toLowerCase(Locale.ROOT)) ? lower(each) : each)
            .sorted()
            .toList();
    String listed =
        names.stream().limit(MOST_LISTED).collect(Collectors.joining(", "))
            + (names.size() > MOST_LISTED ? ", ..." : "");
    return "There is no table \"%s\". %s The tables are: %s."
        .formatted(given, NearMiss.of(given, names, ""), listed)
        .replace(".  ", ". ");
  }

  private static String lower(String name) {
    return name.equals(name.toUpperCase(Locale.ROOT)) ? name.toLowerCase(Locale.ROOT) : name;
  }

  private static List<Found> all(Connection connection) throws SQLException {
    DatabaseMetaData database = connection.getMetaData();
    String currentSchema = connection.getSchema();
    List<Found> all = new ArrayList<>();
    try (ResultSet row = database.getTables(connection.getCatalog(), null, "%", null)) {
      while (row.next()) {
        String type = text(row, "TABLE_TYPE").toUpperCase(Locale.ROOT);
        String schema = text(row, "TABLE_SCHEM");
        boolean isTable = type.endsWith("TABLE") && !type.startsWith("SYSTEM");
        boolean isView = type.endsWith("VIEW") && !type.startsWith("SYSTEM");
        if ((isTable || isView) && !OF_SYSTEM.contains(schema.toLowerCase(Locale.ROOT))) {
          all.add(
              new Found(
                  text(row, "TABLE_CAT"),
                  schema,
                  row.getString("TABLE_NAME"),
                  isView,
                  schema.isEmpty() || schema.equals(currentSchema),
                  text(row, "REMARKS")));
        }
      }
    }
    return all;
  }

  /** A text of a result about the database; empty for null. */
  static String text(ResultSet row, String label) throws SQLException {
    String text = row.getString(label);
    return text == null ? "" : text;
  }
}
