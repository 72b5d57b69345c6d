package org.calmanchor.draft.table;

import static org.calmanchor.draft.table.TableNames.text;

import java.sql.Connection;
import java.sql.DatabaseMetaData;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import org.calmanchor.core.problem.NearMiss;
import org.calmanchor.draft.table.TableNames.Found;
import org.calmanchor.draft.text.JavaNames;
import org.calmanchor.draft.text.UniqueNames;
import org.jspecify.annotations.Nullable;

/** Reads what the database says about the columns of tables. */
final class ColumnReader {
  /** Variables and other parameters of drafted methods. */
  private static final Set<String> LOCAL =
      Set.of("sql", "connection", "insert", "row", "keys", "change", "clear", "failed", "there");

  private final DatabaseMetaData database;
  private final SqlNames names;
  private final boolean isPostgres;

  ColumnReader(Connection connection, SqlNames names) throws SQLException {
    this.database = connection.getMetaData();
    this.names = names;
    this.isPostgres = database.getDatabaseProductName().equals("PostgreSQL");
  }

  /**
   * Reads the columns.
   *
   * @param parameters names of those that are parameters of methods, too
   * @param notes gets what is left out
   */
  List<Column> read(Found found, Collection<String> parameters, List<String> notes)
      throws SQLException {
    UniqueNames members = new UniqueNames();
    List<Column> columns = new ArrayList<>();
    Set<String> labels = new HashSet<>();
    try (ResultSet row = database.getColumns(found.catalog(), found.schema(), null, "%")) {
      while (row.next()) {
        if (!row.getString("TABLE_NAME").equals(found.name())
            || !text(row, "TABLE_SCHEM").equals(found.schema())) {
          continue;
        }
        String name = row.getString("COLUMN_NAME");
        int code = row.getInt("DATA_TYPE");
        String typeName = text(row, "TYPE_NAME");
        int size = row.getInt("COLUMN_SIZE");
        ColumnType type =
            new ColumnTypes(code, typeName, size, row.getInt("DECIMAL_DIGITS"), isPostgres).find();
        if (type == null) {
          notes.add(
              "The column %s is left out: values of type %s have no form that can be exchanged."
                  .formatted(name, typeName));
          continue;
        }
        boolean isAutomatic =
            text(row, "IS_AUTOINCREMENT").equals("YES")
                || text(row, "IS_GENERATEDCOLUMN").equals("YES");
        // Java's names may have signs of currencies, which those of XML may not.
        String free = JavaNames.member(name.replaceAll("\\p{Sc}", "_"));
        boolean isTaken = LOCAL.contains(free) && parameters.contains(name);
        String member = members.free(isTaken ? free + "Value" : free);
        boolean isLabel = labels.add(name.toLowerCase(Locale.ROOT));
        columns.add(
            new Column(
                name,
                names.of(name),
                isLabel ? name : member,
                member,
                type,
                row.getInt("NULLABLE") == DatabaseMetaData.columnNoNulls,
                !text(row, "COLUMN_DEF").isEmpty(),
                isAutomatic,
                text(row, "REMARKS")));
      }
    }
    return columns.stream().map(this::plainLabel).toList();
  }

  /** Results are searched for labels in any case, so a plain name is written as in statements. */
  private Column plainLabel(Column column) {
    boolean isPlain = column.label().equals(column.name()) && !column.sql().startsWith("\"");
    return new Column(
        isPlain ? column.sql() : column.name(),
        column.sql(),
        isPlain ? column.sql() : column.label(),
        column.member(),
        column.type(),
        column.isRequired(),
        column.hasDefault(),
        column.isAssigned(),
        column.doc());
  }

  /** The column with a name, in any case if none has the very name; null if there is none. */
  static @Nullable Column find(String name, Collection<Column> columns) {
    return columns.stream()
        .filter(each -> each.name().equals(name))
        .findFirst()
        .orElse(
            columns.stream()
                .filter(each -> each.name().equalsIgnoreCase(name))
                .findFirst()
                .orElse(null));
  }

  /** Says that there is no such column, and which there are. */
  static String noColumn(String name, Collection<Column> columns) {
    Collection<String> known = columns.stream().map(Column::name).toList();
    return "There is no column \"%s\". %s The columns are: %s."
        .formatted(name, NearMiss.of(name, known, ""), String.join(", ", known))
        .replace(".  ", ". ");
  }
}
