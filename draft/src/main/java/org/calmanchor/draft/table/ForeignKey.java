package org.calmanchor.draft.table;

import java.util.List;

/**
 * A foreign key: columns of a table that refer to columns of another one.
 *
 * @param schema the other table's schema; may be empty
 * @param table the other table's name
 * @param columns names of the columns that refer
 * @param others names of the columns that they refer to
 */
record ForeignKey(String schema, String table, List<String> columns, List<String> others) {
  ForeignKey {
    columns = List.copyOf(columns);
    others = List.copyOf(others);
  }
}
