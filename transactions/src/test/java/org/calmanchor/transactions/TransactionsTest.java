package org.calmanchor.transactions;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatExceptionOfType;

import java.io.IOException;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpRequest.BodyPublishers;
import java.net.http.HttpResponse.BodyHandlers;
import java.sql.Connection;
import java.sql.SQLException;
import java.sql.Statement;
import java.time.Duration;
import java.util.Map;
import java.util.Objects;
import java.util.concurrent.TimeUnit;
import javax.sql.DataSource;
import org.calmanchor.core.limits.Limit;
import org.calmanchor.host.RunningHost;
import org.calmanchor.host.SoapHost;
import org.calmanchor.servers.PostgresServer;
import org.calmanchor.testing.Envelopes;
import org.h2.jdbcx.JdbcConnectionPool;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import org.postgresql.ds.PGSimpleDataSource;

/** What is in the database after a call, however it ends. */
final class TransactionsTest {
  private static Map<String, DataSource> sources;

  @BeforeAll
  static void start() throws Exception {
    PGSimpleDataSource postgres = new PGSimpleDataSource();
    postgres.setURL(PostgresServer.shared().url("postgres"));
    postgres.setUser("postgres");
    JdbcConnectionPool embedded =
        JdbcConnectionPool.create("jdbc:h2:mem:ledger;DB_CLOSE_DELAY=-1", "a", "");
    sources = Map.of("h2", embedded, "postgres", postgres);
    for (DataSource source : sources.values()) {
      execute(source, "create table stay (berth varchar(40))");
    }
    execute(
        sources.get("postgres"),
        "create table pier (name varchar(40) unique deferrable initially deferred)");
  }

  private static void execute(DataSource source, String sql) throws SQLException {
    try (Connection connection = source.getConnection();
        Statement statement = connection.createStatement()) {
      statement.execute(sql);
    }
  }

  private static RunningHost host(Transactions transactions, Ledger ledger) {
    return SoapHost.onPort(0)
        .limit(Limit.CALL_TIME, Duration.ofMillis(700))
        .intercept(transactions)
        .serve("/ledger", ledger)
        .start();
  }

  private static String call(RunningHost host, String operation, String berth) throws Exception {
    String message =
        Envelopes.call("urn:lanternquay:ledger", operation, "<berth>" + berth + "</berth>");
    URI address = host.address("/ledger");
    HttpRequest request =
        HttpRequest.newBuilder(address)
            .header("Content-Type", "text/xml")
            .POST(BodyPublishers.ofString(message))
            .build();
    try {
      return HttpClient.newHttpClient().send(request, BodyHandlers.ofString()).body();
    } catch (IOException cutOff) {
      return "cut off";
    }
  }

  @ParameterizedTest
  @CsvSource({
    "keep, <tns:result>2<, 2",
    "refuse, Taken, 0",
    "fail, incident, 0",
    "breakOff, cut off, 0",
    "dawdle, did not answer, 0",
    "commit, the transaction ends with the call, 1"
  })
  void onlyAResultIsCommitted(String operation, String answer, int count) throws Exception {
    for (Map.Entry<String, DataSource> each : sources.entrySet()) {
      Transactions transactions = Transactions.over(each.getValue());
      Ledger ledger = new Ledger(transactions.dataSource());
      try (RunningHost host = host(transactions, ledger)) {
        assertThat(call(host, operation, operation)).as(each.getKey()).contains(answer);
      }
      assertThat(ledger.count(operation)).as(each.getKey()).isEqualTo(count);
    }
  }

  @Test
  void whatGoesOnAfterTheEndOfItsCallWritesNothing() throws Exception {
    Transactions transactions = Transactions.over(sources.get("postgres"));
    Ledger ledger = new Ledger(transactions.dataSource());
    try (RunningHost host = host(transactions, ledger)) {
      assertThat(call(host, "dawdle", "late")).contains("did not answer");
      assertThat(ledger.ended.await(60, TimeUnit.SECONDS)).isTrue();
      assertThat(call(host, "lend", "Heron")).contains("Heron");
    }
    assertThat(ledger.count("late")).isZero();
    Connection kept = Objects.requireNonNull(ledger.kept);
    assertThatExceptionOfType(SQLException.class)
        .isThrownBy(kept::createStatement)
        .withMessage("the call of this transaction has ended");
  }

  @Test
  void aCommitThatIsRefusedIsAFault() throws Exception {
    Transactions transactions = Transactions.over(sources.get("postgres"));
    try (RunningHost host = host(transactions, new Ledger(transactions.dataSource()))) {
      assertThat(call(host, "twice", "Heron")).contains("incident").doesNotContain("written");
      assertThat(call(host, "keep", "after")).contains("<tns:result>2<");
    }
  }

  @ParameterizedTest
  @ValueSource(strings = {"h2", "postgres"})
  void operationsHaveTheirIsolationOrNoTransaction(String name) throws Exception {
    DataSource source = sources.get(name);
    Transactions transactions =
        Transactions.over(source)
            .isolation(Isolation.REPEATABLE_READ)
            .isolation(Isolation.SERIALIZABLE, "keep")
            .without("fail");
    Ledger ledger = new Ledger(transactions.dataSource());
    try (RunningHost host = host(transactions, ledger)) {
      assertThat(call(host, "keep", "isolated")).contains("<tns:result>2<");
      assertThat(call(host, "fail", "alone")).contains("incident");
    }
    assertThat(ledger.count("isolated")).isEqualTo(2);
    assertThat(ledger.count("alone")).as("each statement is committed by itself").isEqualTo(1);
    try (Connection connection = source.getConnection()) {
      assertThat(connection.getAutoCommit()).isTrue();
      assertThat(connection.getTransactionIsolation())
          .isEqualTo(Connection.TRANSACTION_READ_COMMITTED);
    }
  }
}
