package org.calmanchor.transactions;

import java.io.PrintWriter;
import java.sql.Connection;
import java.sql.SQLException;
import java.sql.SQLFeatureNotSupportedException;
import java.util.logging.Logger;
import javax.sql.DataSource;
import org.calmanchor.core.endpoint.CallContext;
import org.jspecify.annotations.Nullable;

/** Gives the connection of the call that the thread serves, if its operation has a transaction. */
final class CallDataSource implements DataSource {
  private final DataSource source;

  CallDataSource(DataSource source) {
    this.source = source;
  }

  @Override
  public Connection getConnection() throws SQLException {
    CallTransaction transaction =
        CallContext.ofThread().flatMap(call -> call.resource(CallTransaction.class)).orElse(null);
    return transaction == null ? source.getConnection() : transaction.connection();
  }

  @Override
  public Connection getConnection(String user, String password) throws SQLException {
    // Other credentials are another connection, which is of no transaction here.
    return source.getConnection(user, password);
  }

  @Override
  public @Nullable PrintWriter getLogWriter() throws SQLException {
    return source.getLogWriter();
  }

  @Override
  public void setLogWriter(@Nullable PrintWriter out) throws SQLException {
    source.setLogWriter(out);
  }

  @Override
  public void setLoginTimeout(int seconds) throws SQLException {
    source.setLoginTimeout(seconds);
  }

  @Override
  public int getLoginTimeout() throws SQLException {
    return source.getLoginTimeout();
  }

  @Override
  public Logger getParentLogger() throws SQLFeatureNotSupportedException {
    return source.getParentLogger();
  }

  @Override
  public <T> T unwrap(Class<T> type) throws SQLException {
    return source.unwrap(type);
  }

  @Override
  public boolean isWrapperFor(Class<?> type) throws SQLException {
    return source.isWrapperFor(type);
  }
}
