package org.calmanchor.transactions;

import java.sql.SQLException;
import java.util.HashMap;
import java.util.HashSet;
import java.util.Map;
import java.util.Set;
import java.util.concurrent.CompletionException;
import java.util.concurrent.CompletionStage;
import javax.sql.DataSource;
import org.calmanchor.core.endpoint.CallContext;
import org.calmanchor.core.endpoint.CallEnd;
import org.calmanchor.core.endpoint.Interceptor;
import org.jspecify.annotations.Nullable;

/**
 * Runs each call in a transaction: it begins when the service first asks {@link #dataSource()} for
 * a connection, is committed before the last bytes of the result go out, and is rolled back if the
 * call ends in any other way: a fault, an answer that was broken off, a call that took too long. A
 * commit that the database refuses is answered with a fault, or breaks off an answer that has
 * begun, so no caller gets a result that was not committed. Safe for any number of threads.
 *
 * <pre>{@code
 * Transactions transactions = Transactions.over(pool).isolation(Isolation.SERIALIZABLE, "reserve");
 * SoapHost.onPort(8080)
 *     .intercept(transactions)
 *     .serve("/berths", new BerthDesk(transactions.dataSource()))
 *     .start();
 * }</pre>
 *
 * A method takes its connection on the thread that it was called on; it may hand it on to others.
 */
public final class Transactions implements Interceptor {
  private final DataSource source;
  private final @Nullable Isolation isolation;
  private final Map<String, Isolation> isolations;
  private final Set<String> withoutTransaction;

  private Transactions(
      DataSource source,
      @Nullable Isolation isolation,
      Map<String, Isolation> isolations,
      Set<String> withoutTransaction) {
    this.source = source;
    this.isolation = isolation;
    this.isolations = Map.copyOf(isolations);
    this.withoutTransaction = Set.copyOf(withoutTransaction);
  }

  /**
   * Transactions on connections of {@code source}, which should be a pool.
   *
   * @param source its connections commit each statement, until they are used here
   */
  public static Transactions over(DataSource source) {
    return new Transactions(source, null, Map.of(), Set.of());
  }

  /**
   * The same with another isolation; without one it is that of the source's connections.
   *
   * @param operations names of operations on the wire; no name means all that are not named
   */
  public Transactions isolation(Isolation level, String... operations) {
    Map<String, Isolation> changed = new HashMap<>(isolations);
    for (String operation : operations) {
      changed.put(operation, level);
    }
    return new Transactions(
        source, operations.length == 0 ? level : isolation, changed, withoutTransaction);
  }

  /**
   * The same, but these operations have no transaction: each statement is committed by itself.
   *
   * @param operations names of operations on the wire
   */
  public Transactions without(String... operations) {
    Set<String> changed = new HashSet<>(withoutTransaction);
    changed.addAll(Set.of(operations));
    return new Transactions(source, isolation, isolations, changed);
  }

  /**
   * Gives the connection of the call's transaction to whoever asks while a call is served: each
   * time the same one, which is not closed, committed or rolled back by the service. Outside of
   * calls, and for operations without a transaction, it gives those of the source.
   */
  public DataSource dataSource() {
    return new CallDataSource(source);
  }

  @Override
  public CompletionStage<CallEnd> around(CallContext call, Inner inner) {
    if (withoutTransaction.contains(call.operation())) {
      return inner.proceed();
    }
    CallTransaction transaction =
        new CallTransaction(source, isolations.getOrDefault(call.operation(), isolation));
    call.attribute(CallTransaction.class, transaction);
    return inner
        .proceed()
        .thenApply(
            end -> {
              finish(transaction, end);
              return end;
            });
  }

  /** Ends a transaction as its call has ended; what it throws replaces the result by a fault. */
  private static void finish(CallTransaction transaction, CallEnd end) {
    if (!end.isResult()) {
      transaction.rollBack();
      return;
    }
    try {
      transaction.commit();
    } catch (SQLException refused) {
      throw new CompletionException(
          new IllegalStateException("the transaction could not be committed", refused));
    }
  }

  /** Rolls back what is still open, such as that of a call whose method did not end in time. */
  @Override
  public void ended(CallContext call, CallEnd end) {
    call.attribute(CallTransaction.class).ifPresent(CallTransaction::rollBack);
  }
}
