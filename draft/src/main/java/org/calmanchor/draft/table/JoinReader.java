package org.calmanchor.draft.table;

import java.sql.Connection;
import java.sql.SQLException;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import org.calmanchor.draft.table.TableNames.Found;
import org.calmanchor.draft.text.JavaNames;
import org.calmanchor.draft.text.UniqueNames;

/** Finds what is asked for of the rows that foreign keys refer to. */
record JoinReader(Connection connection, SqlNames names, ColumnReader columns) {
  List<Join> read(Table table, Found found, TableRequest request) throws SQLException {
    List<Join> joins = new ArrayList<>();
    UniqueNames members = new UniqueNames();
    table.columns().forEach(each -> members.without(each.member()));
    for (Map.Entry<String, String> each : request.namesOf().entrySet()) {
      Column column = ColumnReader.find(each.getKey(), table.columns());
      if (column != null) {
        joins.add(join(table, found, column, each.getValue(), members));
      }
    }
    return joins;
  }

  private Join join(Table table, Found found, Column column, String wanted, UniqueNames members)
      throws SQLException {
    ForeignKey key =
        table.foreignKeys().stream()
            .filter(each -> each.columns().stream().anyMatch(column.name()::equalsIgnoreCase))
            .findFirst()
            .orElseThrow(
                () ->
                    new TableDraftException(
                        column.name() + " refers to no other table: it has no foreign key."));
    Found other =
        new Found(
            found.catalog(),
            key.schema(),
            key.table(),
            false,
            key.schema().isEmpty() || key.schema().equals(connection.getSchema()),
            "");
    List<Column> others = columns.read(other, List.of(), new ArrayList<>());
    Column shown =
        wanted.isEmpty() ? nameOf(column, key, others) : ColumnReader.find(wanted, others);
    if (shown == null) {
      throw new TableDraftException(ColumnReader.noColumn(wanted, others));
    }
    // Not the name of any table or column here.
    String alias = "of_" + column.member().replaceAll("[^A-Za-z0-9]", "").toLowerCase(Locale.ROOT);
    List<String> conditions = new ArrayList<>();
    for (int i = 0; i < key.columns().size(); i++) {
      conditions.add(
          "%s.%s = %s.%s"
              .formatted(
                  alias,
                  names.of(key.others().get(i)),
                  table.sql(),
                  names.of(key.columns().get(i))));
    }
    String join =
        " left join %s %s on %s"
            .formatted(other.sql(names), alias, String.join(" and ", conditions));
    String member = members.free(JavaNames.member(column.member() + "_" + shown.member()));
    String label = member.toLowerCase(Locale.ROOT).replaceAll("[^a-z0-9]", "") + "_";
    return new Join(
        column,
        join,
        new Column(
            shown.name(),
            shown.sql(),
            label,
            member,
            shown.type(),
            shown.isRequired() && column.isRequired(),
            true,
            true,
            "%s of the row that %s refers to".formatted(shown.name(), column.name())),
        alias);
  }

  private static Column nameOf(Column column, ForeignKey key, List<Column> others) {
    Column called = ColumnReader.find("name", others);
    List<Column> texts =
        others.stream()
            .filter(each -> each.type().type(true).toString().equals("java.lang.String"))
            .filter(each -> key.others().stream().noneMatch(each.name()::equalsIgnoreCase))
            .toList();
    if (called != null) {
      return called;
    }
    if (texts.size() == 1) {
      return texts.get(0);
    }
    throw new TableDraftException(
        "%s has no column \"name\". Say which one is returned: --name-of %s=COLUMN, such as %s."
            .formatted(
                key.table(),
                column.name(),
                texts.isEmpty() ? others.get(0).name() : texts.get(0).name()));
  }
}
