package org.calmanchor.draft.table;

/**
 * A column of the row that a foreign key refers to.
 *
 * @param key the column of the foreign key that it was asked for
 * @param sql the join, such as {@code left join boat as boat_row on boat_row.id = stay.boat}
 * @param column the column that is returned
 * @param alias the name of the other table in the statement
 */
record Join(Column key, String sql, Column column, String alias) {}
