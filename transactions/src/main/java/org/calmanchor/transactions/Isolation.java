package org.calmanchor.transactions;

import java.sql.Connection;

/** What a transaction may see of others (SQL:1992, section 4.28). */
public enum Isolation {
  /** Sees what others have committed. */
  READ_COMMITTED(Connection.TRANSACTION_READ_COMMITTED),
  /** Reads a row the same each time. */
  REPEATABLE_READ(Connection.TRANSACTION_REPEATABLE_READ),
  /** As if it was alone; the database may refuse its commit. */
  SERIALIZABLE(Connection.TRANSACTION_SERIALIZABLE);

  private final int level;

  Isolation(int level) {
    this.level = level;
  }

  int level() {
    return level;
  }
}
