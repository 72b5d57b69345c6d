package org.calmanchor.examples.harbor;

import java.math.BigDecimal;
import java.sql.Connection;
import java.sql.Date;
import java.sql.PreparedStatement;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** Reservations as they are kept. Safe for any number of threads. */
final class StayStore {
  private static final String STAYS =
      "select number, berth, arrival, departure, boat, skipper, remark from reservation ";

  private final Database database;

  StayStore(Database database) {
    this.database = database;
  }

  /** Sets the parameters of a statement. */
  @FunctionalInterface
  private interface Filled {
    void fill(PreparedStatement statement) throws SQLException;
  }

  Optional<Stay> stay(long number) {
    return query(STAYS + "where number = ?", s -> s.setLong(1, number)).stream().findFirst();
  }

  List<Stay> stays(int skipped, int most) {
    return query(
        STAYS + "order by number limit ? offset ?",
        statement -> {
          statement.setInt(1, most);
          statement.setInt(2, skipped);
        });
  }

  private List<Stay> query(String sql, Filled filled) {
    return database.run(
        connection -> {
          try (PreparedStatement statement = connection.prepareStatement(sql)) {
            filled.fill(statement);
            List<Stay> stays = new ArrayList<>();
            try (ResultSet rows = statement.executeQuery()) {
              while (rows.next()) {
                stays.add(stay(rows));
              }
            }
            return stays;
          }
        });
  }

  private static Stay stay(ResultSet row) throws SQLException {
    return new Stay(
        Optional.of(row.getLong("number")),
        row.getString("berth"),
        row.getDate("arrival").toLocalDate(),
        row.getDate("departure").toLocalDate(),
        Optional.of(row.getString("boat")),
        Optional.of(row.getString("skipper")),
        Optional.ofNullable(row.getString("remark")));
  }

  /** Moves a stay to another berth or other days, unless the berth is taken then. */
  void move(long number, Stay change) throws BerthTaken {
    Optional<LocalDate> freeFrom =
        database.transact(
            connection -> {
              BerthStore.lock(connection, change.berth());
              LocalDate free =
                  BerthStore.freeFrom(
                      connection, change.berth(), change.arrival(), change.departure(), number);
              if (free == null) {
                update(connection, number, change);
              }
              return Optional.ofNullable(free);
            });
    if (freeFrom.isPresent()) {
      throw BerthStore.taken(change.berth(), freeFrom.get());
    }
  }

  private static void update(Connection connection, long number, Stay change) throws SQLException {
    try (PreparedStatement statement =
        connection.prepareStatement(
            "update reservation set berth = ?, arrival = ?, departure = ? where number = ?")) {
      statement.setString(1, change.berth());
      statement.setDate(2, Date.valueOf(change.arrival()));
      statement.setDate(3, Date.valueOf(change.departure()));
      statement.setLong(4, number);
      statement.executeUpdate();
    }
  }

  boolean cancel(long number) {
    return changed("delete from reservation where number = ?", s -> s.setLong(1, number));
  }

  boolean attach(long number, byte[] survey) {
    return changed(
        "update reservation set survey = ? where number = ?",
        statement -> {
          statement.setBytes(1, survey);
          statement.setLong(2, number);
        });
  }

  private boolean changed(String sql, Filled filled) {
    return database.run(
        connection -> {
          try (PreparedStatement statement = connection.prepareStatement(sql)) {
            filled.fill(statement);
            return statement.executeUpdate() > 0;
          }
        });
  }

  Optional<byte[]> survey(long number) {
    return database.run(
        connection -> {
          try (PreparedStatement statement =
              connection.prepareStatement("select survey from reservation where number = ?")) {
            statement.setLong(1, number);
            try (ResultSet row = statement.executeQuery()) {
              return row.next() ? Optional.ofNullable(row.getBytes(1)) : Optional.empty();
            }
          }
        });
  }

  Map<Pier, BigDecimal> lowestRates() {
    return database.run(
        connection -> {
          try (PreparedStatement statement =
                  connection.prepareStatement(
                      "select pier, min(nightly_rate) from berth group by pier order by pier");
              ResultSet rows = statement.executeQuery()) {
            Map<Pier, BigDecimal> rates = new LinkedHashMap<>();
            while (rows.next()) {
              rates.put(Pier.valueOf(rows.getString(1)), rows.getBigDecimal(2));
            }
            return rates;
          }
        });
  }
}
