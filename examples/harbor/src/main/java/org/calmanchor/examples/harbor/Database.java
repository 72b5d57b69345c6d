package org.calmanchor.examples.harbor;

import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.sql.Connection;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.UUID;
import javax.sql.DataSource;
import org.calmanchor.transactions.Transactions;
import org.h2.jdbcx.JdbcConnectionPool;

/**
 * An SQL database with the tables of the harbor, embedded or elsewhere. Safe for any number of
 * threads.
 */
final class Database implements AutoCloseable {
  private final Transactions transactions;
  private final DataSource source;

  private final Runnable closing;

  private Database(DataSource pool, Runnable closing) {
    this.transactions = Transactions.over(pool);
    this.source = transactions.dataSource();
    this.closing = closing;
  }

  /** Runs each call of a host in a transaction of this database. */
  Transactions transactions() {
    return transactions;
  }

  /** A database in memory with the data of Lantern Quay. */
  static Database seeded() {
    String url = "jdbc:h2:mem:" + UUID.randomUUID() + ";DB_CLOSE_DELAY=-1";
    JdbcConnectionPool pool = JdbcConnectionPool.create(url, "harbor", "");
    Database database = new Database(pool, pool::dispose);
    database.seed();
    return database;
  }

  /** A database that is somewhere else; its pool belongs to whoever gives it. */
  static Database over(DataSource pool) {
    return new Database(pool, () -> {});
  }

  /** Makes the tables with the data of Lantern Quay. */
  void seed() {
    run(
        connection -> {
          try (Statement statement = connection.createStatement()) {
            return statement.execute(script());
          }
        });
  }

  private static String script() {
    try (InputStream in = Database.class.getResourceAsStream("seed.sql")) {
      if (in == null) {
        throw new IllegalStateException("the example lacks its file seed.sql");
      }
      return new String(in.readAllBytes(), StandardCharsets.UTF_8);
    } catch (IOException unreadable) {
      throw new UncheckedIOException(unreadable);
    }
  }

  /** Work with a connection. */
  @FunctionalInterface
  interface Work<T> {
    T on(Connection connection) throws SQLException;
  }

  <T> T run(Work<T> work) {
    try (Connection connection = source.getConnection()) {
      return work.on(connection);
    } catch (SQLException failed) {
      throw new IllegalStateException("the database failed", failed);
    }
  }

  /** Runs the work in the transaction of the call, or in one of its own where no call is served. */
  <T> T transact(Work<T> work) {
    return run(
        connection -> {
          if (!connection.getAutoCommit()) {
            return work.on(connection);
          }
          connection.setAutoCommit(false);
          try {
            T done = work.on(connection);
            connection.commit();
            return done;
          } finally {
            connection.rollback();
            connection.setAutoCommit(true);
          }
        });
  }

  @Override
  public void close() {
    closing.run();
  }
}
