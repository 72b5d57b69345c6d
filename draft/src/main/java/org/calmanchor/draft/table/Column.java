package org.calmanchor.draft.table;

/**
 * A column of a table.
 *
 * @param name its name as the database has it
 * @param sql its name as statements have it, quoted if needed
 * @param label its name in results
 * @param member the name of its component in Java
 * @param isRequired whether it is never null
 * @param hasDefault whether the database has a value for it if none is given
 * @param isAssigned whether only the database gives it a value
 * @param doc what it means; may be empty
 */
record Column(
    String name,
    String sql,
    String label,
    String member,
    ColumnType type,
    boolean isRequired,
    boolean hasDefault,
    boolean isAssigned,
    String doc) {
  /** Whether rows can be created without a value of it. */
  boolean mayBeOmitted() {
    return !isRequired || hasDefault;
  }

  /** The column as a select names it. */
  String selected(String table) {
    String qualified = table.isEmpty() ? sql : table + "." + sql;
    return label.equals(name) ? qualified : qualified + " as " + label;
  }
}
