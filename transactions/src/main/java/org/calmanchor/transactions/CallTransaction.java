package org.calmanchor.transactions;

import java.sql.Connection;
import java.sql.SQLException;
import javax.sql.DataSource;
import org.calmanchor.core.logging.Loggable;
import org.jspecify.annotations.Nullable;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/** The transaction of one call. It begins when somebody asks for its connection. */
final class CallTransaction {
  private static final Logger LOG = LoggerFactory.getLogger(CallTransaction.class);

  private final DataSource source;
  private final @Nullable Isolation isolation;
  private @Nullable Connection connection;
  private int formerIsolation;
  private boolean isOver;

  CallTransaction(DataSource source, @Nullable Isolation isolation) {
    this.source = source;
    this.isolation = isolation;
  }

  /**
   * The connection, for the service.
   *
   * @throws SQLException when the call is over, or there is no connection
   */
  synchronized Connection connection() throws SQLException {
    requireOpen();
    Connection open = connection;
    if (open == null) {
      open = source.getConnection();
      connection = open;
      begin(open);
    }
    return LentConnection.of(open, this::requireOpen);
  }

  private void begin(Connection open) throws SQLException {
    formerIsolation = open.getTransactionIsolation();
    if (isolation != null) {
      open.setTransactionIsolation(isolation.level());
    }
    open.setAutoCommit(false);
  }

  /**
   * Refuses to go on after the end of the call.
   *
   * @throws SQLException when it has ended
   */
  synchronized void requireOpen() throws SQLException {
    if (isOver) {
      // invalid_transaction_state of SQL
      throw new SQLException("the call of this transaction has ended", "25000");
    }
  }

  /**
   * Commits, if there is anything.
   *
   * @throws SQLException when the database refuses; it is rolled back then
   */
  synchronized void commit() throws SQLException {
    Connection open = connection;
    if (isOver || open == null) {
      isOver = true;
      return;
    }
    try {
      open.commit();
    } catch (SQLException refused) {
      rollBack();
      throw refused;
    }
    isOver = true;
    giveBack(open);
  }

  /** Rolls back, unless it has ended. */
  synchronized void rollBack() {
    Connection open = connection;
    boolean wasOver = isOver;
    isOver = true;
    if (wasOver || open == null) {
      return;
    }
    try {
      open.rollback();
    } catch (SQLException failed) {
      LOG.warn(
          "a transaction could not be rolled back; its connection is closed",
          Loggable.failure(failed));
    }
    giveBack(open);
  }

  /** Gives the connection back as it was. */
  private void giveBack(Connection open) {
    connection = null;
    try (open) {
      open.setAutoCommit(true);
      if (isolation != null) {
        open.setTransactionIsolation(formerIsolation);
      }
    } catch (SQLException failed) {
      LOG.warn("a connection could not be given back as it was", Loggable.failure(failed));
    }
  }
}
