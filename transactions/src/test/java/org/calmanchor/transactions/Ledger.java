package org.calmanchor.transactions;

import java.sql.Connection;
import java.sql.PreparedStatement;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.TimeUnit;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import javax.sql.DataSource;
import org.calmanchor.annotations.Element;
import org.calmanchor.annotations.Fault;
import org.calmanchor.annotations.Operation;
import org.calmanchor.annotations.PortType;
import org.jspecify.annotations.Nullable;

/** A ledger of stays whose methods write, and then end in every way. */
@PortType(namespace = "urn:lanternquay:ledger")
public final class Ledger {
  private final DataSource source;
  final CountDownLatch ended = new CountDownLatch(1);
  volatile @Nullable Connection kept;

  Ledger(DataSource source) {
    this.source = source;
  }

  /** The berth is taken. */
  @Fault(namespace = "urn:lanternquay:ledger")
  public static final class Taken extends Exception {
    private static final long serialVersionUID = 1L;

    /** Says which. */
    public Taken(String message) {
      super(message);
    }
  }

  private void write(String berth) throws SQLException {
    try (Connection connection = source.getConnection();
        PreparedStatement statement =
            connection.prepareStatement("insert into stay (berth) values (?)")) {
      statement.setString(1, berth);
      statement.executeUpdate();
    }
  }

  int count(String berth) throws SQLException {
    try (Connection connection = source.getConnection();
        PreparedStatement statement =
            connection.prepareStatement("select count(*) from stay where berth = ?")) {
      statement.setString(1, berth);
      try (ResultSet row = statement.executeQuery()) {
        row.next();
        return row.getInt(1);
      }
    }
  }

  /** Writes twice, and sees what it has written. */
  @Operation
  public int keep(@Element(name = "berth") String berth) throws SQLException {
    write(berth);
    write(berth);
    return count(berth);
  }

  /** Writes, and finds the berth taken. */
  @Operation
  public String refuse(@Element(name = "berth") String berth) throws SQLException, Taken {
    write(berth);
    throw new Taken(berth);
  }

  /** Writes, and breaks. */
  @Operation
  public String fail(@Element(name = "berth") String berth) throws SQLException {
    write(berth);
    throw new IllegalStateException("the ledger is wet");
  }

  /** Writes, and breaks when most of the answer has been sent. */
  @Operation
  public Stream<String> breakOff(@Element(name = "berth") String berth) throws SQLException {
    write(berth);
    return IntStream.range(0, 100_000).mapToObj(Ledger::line);
  }

  private static String line(int number) {
    if (number == 50_000) {
      throw new IllegalStateException("the ledger ends here");
    }
    return "line " + number;
  }

  /** Writes, takes too long, and goes on writing. */
  @Operation
  public String dawdle(@Element(name = "berth") String berth) throws Exception {
    write(berth);
    try {
      TimeUnit.SECONDS.sleep(20);
    } catch (InterruptedException told) {
      TimeUnit.MILLISECONDS.sleep(100);
    }
    write(berth);
    ended.countDown();
    return "late";
  }

  /** Keeps its connection for later. */
  @Operation
  public String lend(@Element(name = "berth") String berth) throws SQLException {
    kept = source.getConnection();
    return berth;
  }

  /** Tries to commit by itself. */
  @Operation
  public String commit(@Element(name = "berth") String berth) throws SQLException {
    write(berth);
    try (Connection connection = source.getConnection()) {
      connection.commit();
      return "committed";
    } catch (SQLException refused) {
      return String.valueOf(refused.getMessage());
    }
  }

  /** Writes what is refused at the commit. */
  @Operation
  public String twice(@Element(name = "berth") String berth) throws SQLException {
    try (Connection connection = source.getConnection();
        PreparedStatement statement =
            connection.prepareStatement("insert into pier (name) values (?), (?)")) {
      statement.setString(1, berth);
      statement.setString(2, berth);
      statement.executeUpdate();
    }
    return "written";
  }
}
