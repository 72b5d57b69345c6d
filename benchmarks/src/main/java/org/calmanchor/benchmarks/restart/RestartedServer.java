package org.calmanchor.benchmarks.restart;

import java.time.Duration;
import java.util.concurrent.atomic.AtomicLong;
import org.calmanchor.annotations.Operation;
import org.calmanchor.annotations.PortType;
import org.calmanchor.host.RunningHost;
import org.calmanchor.host.SoapHost;

/** A host that is told to end under load, and then says how many calls it has run. */
public final class RestartedServer {
  private static final Duration DRAIN = Duration.ofMillis(500);

  private RestartedServer() {}

  /** Counts its calls. */
  @PortType(namespace = "urn:lanternquay:gate")
  public static final class Gate {
    private final AtomicLong count = new AtomicLong();

    /** Lets a boat through, which takes a moment. */
    @Operation
    public long pass(int boat) throws InterruptedException {
      Thread.sleep(boat % 20);
      return count.incrementAndGet();
    }
  }

  /** Argument: the port. Prints a line when it is up, and one with the count when it has ended. */
  public static void main(String[] arguments) throws InterruptedException {
    Gate gate = new Gate();
    RunningHost host =
        SoapHost.onPort(Integer.parseInt(arguments[0]))
            .drainTime(DRAIN)
            .serve("/gate", gate)
            .start();
    Runtime.getRuntime()
        .addShutdownHook(
            new Thread(
                () -> {
                  boolean areAnswered = host.drain();
                  System.out.println(gate.count + " " + areAnswered);
                }));
    System.out.println("up");
    host.awaitClose();
  }
}
