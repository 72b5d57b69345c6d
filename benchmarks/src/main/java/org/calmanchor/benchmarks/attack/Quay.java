package org.calmanchor.benchmarks.attack;

import java.io.IOException;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.atomic.AtomicLong;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import org.calmanchor.annotations.Binary;
import org.calmanchor.annotations.Operation;
import org.calmanchor.annotations.PortType;
import org.calmanchor.annotations.Role;
import org.calmanchor.core.access.Caller;
import org.calmanchor.core.limits.Limit;
import org.calmanchor.host.RunningHost;
import org.calmanchor.host.SoapHost;

/** The service that is attacked: it fails on request, and counts its calls. */
@PortType(namespace = Quay.NAMESPACE, callers = Role.ANYONE)
public class Quay {
  static final String NAMESPACE = "urn:lanternquay:quay";
  static final int CALL_MILLIS = 1_000;
  private static final String TIDE = "high ".repeat(400);
  private static final long HASH_NANOS = 50_000_000L;

  private final CountDownLatch never = new CountDownLatch(1);

  @Operation
  public String moor(String boat) throws InterruptedException {
    Thread.sleep(2);
    return boat;
  }

  @Operation
  public String raise(String what) {
    switch (what) {
      case "stack" -> throw new StackOverflowError("of the service");
      case "memory" -> throw new OutOfMemoryError("of the service");
      case "linkage" -> throw new NoClassDefFoundError("of the service");
      default -> throw new IllegalStateException("of the service");
    }
  }

  @Operation
  public String hang() throws InterruptedException {
    never.await();
    return "never";
  }

  @Operation
  public String ignore() {
    long end = System.nanoTime() + 4_000_000_000L;
    while (System.nanoTime() < end) {
      Thread.interrupted();
    }
    return "late";
  }

  @Operation
  public Stream<String> lines(int count) {
    return IntStream.range(0, count).mapToObj(i -> "line " + i);
  }

  @Operation
  public long keep(Binary cargo) throws IOException {
    try (var in = cargo.open()) {
      return in.skip(Long.MAX_VALUE);
    }
  }

  /** Has no end. */
  @Operation
  public Stream<String> tide() {
    return Stream.generate(() -> TIDE);
  }

  /** Goes on after its sender has gone. */
  @Operation(oneWay = true)
  public void note() throws InterruptedException {
    never.await();
  }

  /** The wishes of one session. */
  @PortType(namespace = "urn:lanternquay:wishes", callers = Role.ANYONE)
  public static class Wishes {
    private final List<String> wishes = new ArrayList<>();

    @Operation
    public int add(String wish) {
      wishes.add(wish);
      return wishes.size();
    }
  }

  /** Takes as long as the hash of a password does. */
  private static Optional<Caller> caller(String name, String password) {
    long end = System.nanoTime() + HASH_NANOS;
    while (System.nanoTime() < end) {
      Thread.onSpinWait();
    }
    return password.equals("right") ? Optional.of(Caller.of(name)) : Optional.empty();
  }

  /** Serves until the process is told to end; then prints how many calls began and ended. */
  public static void main(String[] arguments) throws InterruptedException {
    AtomicLong begun = new AtomicLong();
    AtomicLong ended = new AtomicLong();
    RunningHost host =
        SoapHost.onPort(0)
            .serve("/quay", new Quay())
            .serveSession("/wishes", Wishes.class, Wishes::new)
            .callers(Quay::caller)
            // Attackers use another loopback address, so each address must have its own limit.
            .shareLoopback(true)
            .limit(Limit.CALLS_PER_ADDRESS, 150)
            .limit(Limit.CALL_TIME, Duration.ofMillis(CALL_MILLIS))
            .limit(Limit.READ_TIME, Duration.ofMillis(2_000))
            .intercept(
                (call, inner) -> {
                  begun.incrementAndGet();
                  return inner.proceed().whenComplete((end, failed) -> ended.incrementAndGet());
                })
            .start();
    System.out.println(host.port());
    Runtime.getRuntime()
        .addShutdownHook(
            new Thread(
                () -> {
                  host.close();
                  System.out.println(begun.get() + " " + ended.get());
                  System.out.flush();
                }));
    host.awaitClose();
  }
}
