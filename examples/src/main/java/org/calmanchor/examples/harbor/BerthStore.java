package org.calmanchor.examples.harbor;

import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
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
import java.util.UUID;
import org.h2.jdbcx.JdbcConnectionPool;
import org.jspecify.annotations.Nullable;

/** Berths and reservations in an embedded SQL database. Safe for any number of threads. */
public final class BerthStore implements AutoCloseable {
  private static final String BERTHS =
      "select code, pier, kind, max_length, max_draught, nightly_rate, shore_power, surveyed, note"
          + " from berth ";

  private final JdbcConnectionPool pool;

  private BerthStore(JdbcConnectionPool pool) {
    this.pool = pool;
  }

  /** A store in memory with the berths of Lantern Quay. */
  public static BerthStore seeded() {
    String url = "jdbc:h2:mem:" + UUID.randomUUID() + ";DB_CLOSE_DELAY=-1";
    BerthStore store = new BerthStore(JdbcConnectionPool.create(url, "harbor", ""));
    store.run(
        connection -> {
          try (Statement statement = connection.createStatement()) {
            return statement.execute(script());
          }
        });
    return store;
  }

  private static String script() {
    try (InputStream in = BerthStore.class.getResourceAsStream("seed.sql")) {
      if (in == null) {
        throw new IllegalStateException("the example lacks its file seed.sql");
      }
      return new String(in.readAllBytes(), StandardCharsets.UTF_8);
    } catch (IOException unreadable) {
      throw new UncheckedIOException(unreadable);
    }
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
        run(
            connection -> {
              connection.setAutoCommit(false);
              try {
                lock(connection, wish.berth());
                LocalDate freeFrom = freeFrom(connection, wish, departure);
                Object done = freeFrom == null ? insert(connection, wish, departure) : freeFrom;
                connection.commit();
                return done;
              } finally {
                connection.rollback();
                connection.setAutoCommit(true);
              }
            });
    if (outcome instanceof LocalDate freeFrom) {
      throw new BerthTaken(
          wish.berth() + " is taken; it is free from " + freeFrom + ".", wish.berth(), freeFrom);
    }
    return (Long) outcome;
  }

  /** Two wishes for one berth wait for each other here. */
  private static void lock(Connection connection, String berth) throws SQLException {
    try (PreparedStatement statement =
        connection.prepareStatement("select code from berth where code = ? for update")) {
      statement.setString(1, berth);
      statement.executeQuery().close();
    }
  }

  private static @Nullable LocalDate freeFrom(
      Connection connection, Reservation wish, LocalDate departure) throws SQLException {
    try (PreparedStatement statement =
        connection.prepareStatement(
            "select max(departure) from reservation where berth = ? and arrival < ? and departure"
                + " > ?")) {
      statement.setString(1, wish.berth());
      statement.setDate(2, Date.valueOf(departure));
      statement.setDate(3, Date.valueOf(wish.arrival()));
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

  boolean cancel(long number) {
    return run(
        connection -> {
          try (PreparedStatement statement =
              connection.prepareStatement("delete from reservation where number = ?")) {
            statement.setLong(1, number);
            return statement.executeUpdate() > 0;
          }
        });
  }

  @FunctionalInterface
  private interface Filled {
    void fill(PreparedStatement statement) throws SQLException;
  }

  private List<Berth> query(String sql, Filled filled) {
    return run(
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

  @FunctionalInterface
  private interface Work<T> {
    T on(Connection connection) throws SQLException;
  }

  private <T> T run(Work<T> work) {
    try (Connection connection = pool.getConnection()) {
      return work.on(connection);
    } catch (SQLException failed) {
      throw new IllegalStateException("the database failed", failed);
    }
  }

  @Override
  public void close() {
    pool.dispose();
  }
}
