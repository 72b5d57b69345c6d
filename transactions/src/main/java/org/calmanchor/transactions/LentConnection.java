package org.calmanchor.transactions;

import java.lang.reflect.InvocationHandler;
import java.lang.reflect.InvocationTargetException;
import java.lang.reflect.Method;
import java.lang.reflect.Proxy;
import java.sql.Connection;
import java.sql.SQLException;
import java.util.Set;
import org.jspecify.annotations.Nullable;

/**
 * A connection that a service uses and does not own: closing it ends the use only, and its
 * transaction ends with the call.
 */
final class LentConnection implements InvocationHandler {
  private static final Set<String> OF_THE_CALL =
      Set.of("commit", "rollback", "setAutoCommit", "setTransactionIsolation", "abort");

  /** Whose connection it is. */
  @FunctionalInterface
  interface Lender {
    /** Refuses to go on after the end of the call, by an SQLException. */
    void requireOpen() throws SQLException;
  }

  private final Connection connection;
  private final Lender lender;
  private volatile boolean isClosed;

  private LentConnection(Connection connection, Lender lender) {
    this.connection = connection;
    this.lender = lender;
  }

  static Connection of(Connection connection, Lender lender) {
    return (Connection)
        Proxy.newProxyInstance(
            LentConnection.class.getClassLoader(),
            new Class<?>[] {Connection.class},
            new LentConnection(connection, lender));
  }

  @Override
  public @Nullable Object invoke(Object proxy, Method method, @Nullable Object @Nullable [] values)
      throws Throwable {
    switch (method.getName()) {
      case "close" -> {
        isClosed = true;
        return null;
      }
      case "isClosed" -> {
        return isClosed;
      }
      case "equals" -> {
        return values != null && proxy == values[0];
      }
      case "hashCode" -> {
        return System.identityHashCode(proxy);
      }
      case "toString" -> {
        return "the connection of a call's transaction";
      }
      default -> {
        return forwarded(method, values);
      }
    }
  }

  private @Nullable Object forwarded(Method method, @Nullable Object @Nullable [] values)
      throws Throwable {
    if (isClosed) {
      throw new SQLException("this connection was closed", "08003");
    }
    // A part of it may be rolled back: rollback to a savepoint has an argument.
    if (OF_THE_CALL.contains(method.getName()) && !isToSavepoint(method)) {
      throw new SQLException(
          method.getName()
              + " is not for the service: the transaction ends with the call, by its result or its"
              + " fault",
          "25000");
    }
    lender.requireOpen();
    try {
      return method.invoke(connection, values);
    } catch (InvocationTargetException thrown) {
      throw thrown.getCause() == null ? thrown : thrown.getCause();
    }
  }

  private static boolean isToSavepoint(Method method) {
    return method.getName().equals("rollback") && method.getParameterCount() == 1;
  }
}
