package org.calmanchor.wire;

import java.util.concurrent.CompletableFuture;
import java.util.concurrent.CompletionStage;
import java.util.concurrent.Executor;
import java.util.concurrent.TimeUnit;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import org.calmanchor.annotations.Fault;
import org.calmanchor.annotations.Operation;
import org.calmanchor.annotations.PortType;
import org.calmanchor.annotations.Role;

/** The signal mast of Lantern Quay: one operation for each way of a message over the wire. */
@PortType(namespace = "urn:lanternquay:signals", name = "SignalMast", callers = Role.ANYONE)
public class SignalMast {
  private static final String FLAGS = "kilo uniform yankee ";

  /** Long enough for every container to send a part of the list before its end. */
  private static final int LINES = 40;

  /** A signal that was seen. */
  public record Signal(int number, String flags) {}

  /** The mast is in use. */
  @Fault(code = Fault.Code.SENDER)
  public static final class MastBusy extends Exception {
    private static final long serialVersionUID = 1L;

    private final String vessel;

    /** Creates the fault of a vessel that uses the mast. */
    public MastBusy(String message, String vessel) {
      super(message);
      this.vessel = vessel;
    }

    /** The vessel that uses it. */
    public String vessel() {
      return vessel;
    }
  }

  /** Creates a mast. */
  public SignalMast() {}

  /** Answers with the same flags. */
  @Operation
  public String hoist(String flags) {
    return "hoisted " + flags;
  }

  /** Answers with a declared fault. */
  @Operation
  public String dip(String vessel) throws MastBusy {
    throw new MastBusy("The mast is in use.", vessel);
  }

  /** Fails as a program does that has a mistake. */
  @Operation
  public String tangle() {
    throw new IllegalStateException("secret /srv/mast/halyard.cfg");
  }

  /** Answers with a long list, whose end is not known at its beginning. */
  @Operation
  public Stream<Signal> watch(int count) {
    return IntStream.range(0, count).mapToObj(SignalMast::signal);
  }

  /** Fails when that many signals were given. */
  @Operation
  public Stream<Signal> lose(int after) {
    return IntStream.rangeClosed(0, after)
        .mapToObj(number -> number < after ? signal(number) : gone());
  }

  /** The same, but the list comes later. */
  @Operation
  public CompletionStage<Stream<Signal>> loseLater(int after) {
    return CompletableFuture.supplyAsync(() -> lose(after), inMillis(50));
  }

  /** Gives that many signals, and then none for a while, whatever others want. */
  @Operation
  public Stream<Signal> stall(int after, int millis) {
    return IntStream.rangeClosed(0, after)
        .mapToObj(number -> number < after ? signal(number) : new Signal(number, jam(millis)));
  }

  private static Signal signal(int number) {
    return new Signal(number, FLAGS.repeat(LINES));
  }

  private static Signal gone() {
    throw new IllegalStateException("the mast has fallen");
  }

  /** Answers later, without a thread that waits. */
  @Operation
  public CompletionStage<String> later(int millis) {
    return CompletableFuture.supplyAsync(() -> "hoisted later", inMillis(millis));
  }

  private static Executor inMillis(int millis) {
    return CompletableFuture.delayedExecutor(millis, TimeUnit.MILLISECONDS);
  }

  /** Answers after a while; stops when it is interrupted. */
  @Operation
  public String drag(int millis) throws InterruptedException {
    TimeUnit.MILLISECONDS.sleep(millis);
    return "dragged";
  }

  /** Answers after a while, whatever others want. */
  @Operation
  public String jam(int millis) {
    long end = System.nanoTime() + TimeUnit.MILLISECONDS.toNanos(millis);
    while (System.nanoTime() < end) {
      Thread.onSpinWait();
    }
    return "jammed";
  }

  /** Takes a message without an answer. */
  @Operation(oneWay = true)
  public void note(String flags) {
    if (flags.isEmpty()) {
      throw new IllegalArgumentException("no flags");
    }
  }
}
