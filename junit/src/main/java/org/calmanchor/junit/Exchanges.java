package org.calmanchor.junit;

import java.time.Instant;
import java.util.List;
import java.util.stream.Collectors;
import org.calmanchor.host.RunningHost;
import org.calmanchor.web.event.ServedExchange;

/** What went over the wire since a test began. Safe for any number of threads. */
public final class Exchanges {
  private final RunningHost host;
  private final Instant begun;

  Exchanges(RunningHost host, Instant begun) {
    this.host = host;
    this.begun = begun;
  }

  /**
   * All exchanges, the oldest first. Waits a second at most for answers that are being sent.
   *
   * @throws IllegalStateException when this thread is interrupted meanwhile; it stays interrupted
   */
  public List<ServedExchange> all() {
    try {
      return host.exchanges().stream().filter(each -> !each.at().isBefore(begun)).toList();
    } catch (InterruptedException stopped) {
      Thread.currentThread().interrupt();
      throw new IllegalStateException("interrupted while exchanges were still open", stopped);
    }
  }

  /** The exchanges whose body has an element of that name: the operation's, in wrapped messages. */
  public List<ServedExchange> of(String operation) {
    return all().stream().filter(each -> each.operation().equals(operation)).toList();
  }

  /**
   * The last exchange.
   *
   * @throws IllegalStateException when there is none
   */
  public ServedExchange last() {
    List<ServedExchange> all = all();
    if (all.isEmpty()) {
      throw new IllegalStateException("no call has come since the test began");
    }
    return all.get(all.size() - 1);
  }

  /** All exchanges as text. */
  @Override
  public String toString() {
    return all().stream().map(ServedExchange::toString).collect(Collectors.joining("\n\n"));
  }
}
