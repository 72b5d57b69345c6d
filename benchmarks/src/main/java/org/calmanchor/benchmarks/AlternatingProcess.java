package org.calmanchor.benchmarks;

import java.io.IOException;
import java.util.List;
import java.util.concurrent.TimeUnit;
import org.jspecify.annotations.Nullable;

/**
 * A process that is measured in turns with another one: one is stopped while the other runs. On a
 * machine whose speed changes within seconds, both are slowed down alike.
 */
final class AlternatingProcess {
  private static final long TURN_MILLIS = 100;

  private final List<String> command;
  private @Nullable Process process;
  private long nanos;
  private boolean isOver;

  private AlternatingProcess(List<String> command) {
    this.command = command;
  }

  /** The time in seconds that each of two commands took while it was running. */
  static double[] seconds(List<String> first, List<String> second)
      throws IOException, InterruptedException {
    AlternatingProcess one = new AlternatingProcess(first);
    AlternatingProcess other = new AlternatingProcess(second);
    while (!one.isOver || !other.isOver) {
      one.run(other.isOver);
      other.run(one.isOver);
    }
    return new double[] {one.nanos / 1e9, other.nanos / 1e9};
  }

  /** Runs for a turn, or until the end. */
  private void run(boolean toTheEnd) throws IOException, InterruptedException {
    if (isOver) {
      return;
    }
    long begin = System.nanoTime();
    Process running = process;
    if (running == null) {
      running = new ProcessBuilder(command).inheritIO().start();
      process = running;
    } else {
      signal(running, "-CONT");
    }
    isOver = running.waitFor(toTheEnd ? 600_000 : TURN_MILLIS, TimeUnit.MILLISECONDS);
    if (!isOver) {
      signal(running, "-STOP");
    }
    nanos += System.nanoTime() - begin;
    if (isOver && running.exitValue() != 0) {
      throw new IllegalStateException(command.get(0) + " ended with " + running.exitValue());
    }
  }

  private static void signal(Process process, String signal)
      throws IOException, InterruptedException {
    int result = new ProcessBuilder("kill", signal, "" + process.pid()).start().waitFor();
    // It may have just ended.
    if (result != 0 && process.isAlive()) {
      throw new IllegalStateException("no signal can be sent to a process");
    }
  }
}
