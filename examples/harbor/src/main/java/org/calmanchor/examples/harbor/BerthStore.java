package org.calmanchor.examples.harbor;

import java.sql.Connection;
import java.sql.Date;
import java.sql.PreparedStatement;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import javax.sql.DataSource;
import org.calmanchor.transactions.Transactions;
import org.jspecify.annotations.Nullable;

/** Berths and reservations in an SQL database. Safe for any number of threads. */
public final class BerthStore implements AutoCloseable {
  private static final String BERTHS =
      "select code, pier, kind, max_length, max_draught, nightly_rate, shore_power, surveyed, note"
          + " from berth ";

  private final Database database;

  private BerthStore(Database database) {
    this.database = database;
  }

  /** A store in memory with the berths of Lantern Quay. */
  public static BerthStore seeded() {
    return new BerthStore(Database.seeded());
  }

  /**
   * A store in a database that is somewhere else, such as a server that several hosts share.
   *
   * @param isNew whether its tables are to be made, with the berths of Lantern Quay
   */
  public static BerthStore over(DataSource pool, boolean isNew) {
    Database database = Database.over(pool);
    if (isNew) {
      database.seed();
    }
    return new BerthStore(database);
  }

  /** Runs each call of a host in a transaction of the database. */
  public Transactions transactions() {
    return database.transactions();
  }

  /** The stays at these berths. */
  StayStore stays() {
    return new StayStore(database);
  }

  /** What the office knows of these berths. */
  OfficeStore office() {
    return new OfficeStore(database);
  }

  List<Berth> berths() {
    return query(BERTHS + "order by nightly_rate, code", statement -> {});
  }

  Optional<Berth> berth(String code) {
    return query(BERTHS + "where code = ?", statement -> statement.setString(1, code)).stream()
        .findFirst();
  }

  List<Berth> freeBerths(LocalDate arrival, LocalDate departure) {
    return query(
        BERTHS
            + "where not exists (select 1 from reservation r where r.berth = berth.code"
            + " and r.arrival < ? and r.departure > ?) order by nightly_rate, code",
        statement -> {
          statement.setDate(1, Date.valueOf(departure));
          statement.setDate(2, Date.valueOf(arrival));
        });
  }

  /** Writes a reservation down, unless the berth is taken for some of its nights. */
  long reserve(Reservation wish, LocalDate departure) throws BerthTaken {
    Object outcome =
        database.transact(
            connection -> {
              lock(connection, wish.berth());
              LocalDate freeFrom = freeFrom(connection, wish.berth(), wish.arrival(), departure, 0);
              return freeFrom == null ? insert(connection, wish, departure) : freeFrom;
            });
    if (outcome instanceof LocalDate freeFrom) {
      throw taken(wish.berth(), freeFrom);
    }
    return (Long) outcome;
  }

  static BerthTaken taken(String berth, LocalDate freeFrom) {
    return new BerthTaken(berth + " is taken; it is free from " + freeFrom + ".", berth, freeFrom);
  }

  /** Two wishes for one berth wait for each other here. */
  static void lock(Connection connection, String berth) throws SQLException {
    try (PreparedStatement statement =
        connection.prepareStatement("select code from berth where code = ? for update")) {
      statement.setString(1, berth);
      statement.executeQuery().close();
    }
  }

  /** The day from which a berth is free, or null when it is free for the whole stay. */
  static @Nullable LocalDate freeFrom(
      Connection connection, String berth, LocalDate arrival, LocalDate departure, long besides)
      throws SQLException {
    try (PreparedStatement statement =
        connection.prepareStatement(
            "select max(departure) from reservation where berth = ? and arrival < ? and departure"
                + " > ? and number <> ?")) {
      statement.setString(1, berth);
      statement.setDate(2, Date.valueOf(departure));
      statement.setDate(3, Date.valueOf(arrival));
      statement.setLong(4, besides);
      try (ResultSet row = statement.executeQuery()) {
        row.next();
        Date last = row.getDate(1);
        return last == null ? null : last.toLocalDate();
      }
    }
  }

  private static Long insert(Connection connection, Reservation wish, LocalDate departure)
      throws SQLException {
    try (PreparedStatement statement =
        connection.prepareStatement(
            "insert into reservation (berth, arrival, departure, boat, skipper, phone, remark)"
                + " values (?, ?, ?, ?, ?, ?, ?)",
            Statement.RETURN_GENERATED_KEYS)) {
      statement.setString(1, wish.berth());
      statement.setDate(2, Date.valueOf(wish.arrival()));
      statement.setDate(3, Date.valueOf(departure));
      statement.setString(4, wish.boat().name());
      statement.setString(5, wish.skipper().name());
      statement.setString(6, wish.skipper().phone());
      statement.setString(7, wish.remark().orElse(null));
      statement.executeUpdate();
      try (ResultSet keys = statement.getGeneratedKeys()) {
        keys.next();
        return keys.getLong(1);
      }
    }
  }

  @FunctionalInterface
  private interface Filled {
    void fill(PreparedStatement statement) throws SQLException;
  }

  private List<Berth> query(String sql, Filled filled) {
    return database.run(
        connection -> {
          try (PreparedStatement statement = connection.prepareStatement(sql)) {
            filled.fill(statement);
            List<Berth> berths = new ArrayList<>();
            try (ResultSet rows = statement.executeQuery()) {
              while (rows.next()) {
                berths.add(berth(rows));
              }
            }
            return berths;
          }
        });
  }

  private static Berth berth(ResultSet row) throws SQLException {
    return new Berth(
        row.getString("code"),
        Pier.valueOf(row.getString("pier")),
        BerthKind.valueOf(row.getString("kind")),
        new Limits(row.getBigDecimal("max_length"), row.getBigDecimal("max_draught")),
        row.getBigDecimal("nightly_rate"),
        row.getBoolean("shore_power"),
        row.getDate("surveyed").toLocalDate(),
        Optional.ofNullable(row.getString("note")));
  }

  @Override
  public void close() {
    database.close();
  }
}
