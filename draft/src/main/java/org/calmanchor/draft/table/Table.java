package org.calmanchor.draft.table;

import java.util.List;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;

/**
 * A table or view.
 *
 * @param name its name as the database has it
 * @param sql its name as statements have it
 * @param type the name of the Java type of its rows
 * @param doc what it means; may be empty
 * @param isView whether its rows cannot be changed
 * @param key the columns of its primary key; empty if it has none
 * @param version the column that counts changes; null if there is none
 */
record Table(
    String name,
    String sql,
    String type,
    String doc,
    boolean isView,
    List<Column> columns,
    List<Column> key,
    @Nullable Column version,
    List<ForeignKey> foreignKeys,
    List<Join> joins) {
  Table {
    columns = List.copyOf(columns);
    key = List.copyOf(key);
    foreignKeys = List.copyOf(foreignKeys);
    joins = List.copyOf(joins);
  }

  /** The same with columns of other tables. */
  Table with(List<Join> added) {
    return new Table(name, sql, type, doc, isView, columns, key, version, foreignKeys, added);
  }

  /** How many parameters the record of a row has for the virtual machine, which has a limit. */
  int width() {
    return joins.size()
        + columns.stream()
            .mapToInt(each -> each.type().isWide() && each.isRequired() ? 2 : 1)
            .sum();
  }

  boolean isVersion(Column column) {
    return column.equals(version);
  }

  /** The columns that a new row may have values for. */
  List<Column> creatable() {
    return columns.stream().filter(each -> !each.isAssigned() && !isVersion(each)).toList();
  }

  /** The columns that can be changed. */
  List<Column> changeable() {
    return creatable().stream().filter(each -> !key.contains(each)).toList();
  }

  /** The columns that can be set to null. */
  List<Column> clearable() {
    return changeable().stream().filter(each -> !each.isRequired()).toList();
  }

  /** The columns that rows can be found by. */
  List<Column> comparable() {
    return columns.stream().filter(each -> each.type().isComparable()).toList();
  }

  /** The columns of the key whose values the database makes. */
  List<Column> madeKey() {
    return key.stream().filter(each -> each.isAssigned() || each.hasDefault()).toList();
  }

  /** Whether a new row needs a record of its own, because it lacks something that rows have. */
  boolean needsNew() {
    return !joins.isEmpty()
        || creatable().size() < columns.size()
        || columns.stream().anyMatch(each -> each.isRequired() && each.hasDefault());
  }

  /** The columns by whose values pages are ordered, as statements have them. */
  String order() {
    List<Column> order = key.isEmpty() ? comparable() : key;
    return order.isEmpty()
        ? "1"
        : order.stream().map(this::qualified).collect(Collectors.joining(", "));
  }

  /** The column as conditions of a select name it. */
  String qualified(Column column) {
    return joins.isEmpty() ? column.sql() : sql + "." + column.sql();
  }
}
