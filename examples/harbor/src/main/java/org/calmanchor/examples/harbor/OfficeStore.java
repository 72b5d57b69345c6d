package org.calmanchor.examples.harbor;

import java.math.BigDecimal;
import java.sql.Connection;
import java.sql.Date;
import java.sql.PreparedStatement;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/** What the office does with berths and reservations. Safe for any number of threads. */
final class OfficeStore {
  private final Database database;

  OfficeStore(Database database) {
    this.database = database;
  }

  /** Sets the rate of a berth; the former one, or nothing if there is no such berth. */
  Optional<BigDecimal> changeRate(String berth, BigDecimal rate) {
    return database.transact(
        connection -> {
          Optional<BigDecimal> former = lockedRate(connection, berth);
          try (PreparedStatement statement =
              connection.prepareStatement("update berth set nightly_rate = ? where code = ?")) {
            statement.setBigDecimal(1, rate);
            statement.setString(2, berth);
            statement.executeUpdate();
          }
          return former;
        });
  }

  private static Optional<BigDecimal> lockedRate(Connection connection, String berth)
      throws SQLException {
    try (PreparedStatement statement =
        connection.prepareStatement("select nightly_rate from berth where code = ? for update")) {
      statement.setString(1, berth);
      try (ResultSet row = statement.executeQuery()) {
        return row.next() ? Optional.of(row.getBigDecimal(1)) : Optional.empty();
      }
    }
  }

  /** Keeps a closure; false if there is no such berth. */
  boolean close(Closure closure) throws BerthTaken {
    Object outcome =
        database.transact(
            connection -> {
              if (lockedRate(connection, closure.berth()).isEmpty()) {
                return false;
              }
              LocalDate freeFrom =
                  BerthStore.freeFrom(
                      connection, closure.berth(), closure.from(), closure.until(), 0);
              if (freeFrom != null) {
                return freeFrom;
              }
              insert(connection, closure);
              return true;
            });
    if (outcome instanceof LocalDate freeFrom) {
      throw BerthStore.taken(closure.berth(), freeFrom);
    }
    return (Boolean) outcome;
  }

  private static void insert(Connection connection, Closure closure) throws SQLException {
    try (PreparedStatement statement =
        connection.prepareStatement(
            "insert into reservation"
                + " (berth, arrival, departure, boat, skipper, phone, remark, is_closure)"
                + " values (?, ?, ?, 'closed', ?, '', ?, true)")) {
      statement.setString(1, closure.berth());
      statement.setDate(2, Date.valueOf(closure.from()));
      statement.setDate(3, Date.valueOf(closure.until()));
      statement.setString(4, closure.closedBy());
      statement.setString(5, closure.reason());
      statement.executeUpdate();
    }
  }

  /** The boats that arrive or leave on a day, by berth. */
  List<BoatCall> calls(LocalDate day) {
    return database.run(
        connection -> {
          try (PreparedStatement statement =
              connection.prepareStatement(
                  "select boat, berth, arrival from reservation where not is_closure"
                      + " and (arrival = ? or departure = ?) order by berth, arrival")) {
            statement.setDate(1, Date.valueOf(day));
            statement.setDate(2, Date.valueOf(day));
            List<BoatCall> calls = new ArrayList<>();
            try (ResultSet row = statement.executeQuery()) {
              while (row.next()) {
                boolean arrives = row.getDate("arrival").toLocalDate().equals(day);
                calls.add(
                    new BoatCall(
                        row.getString("boat"),
                        row.getString("berth"),
                        arrives ? BoatCall.Direction.ARRIVES : BoatCall.Direction.LEAVES));
              }
            }
            return calls;
          }
        });
  }
}
