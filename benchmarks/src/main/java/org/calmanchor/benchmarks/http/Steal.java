package org.calmanchor.benchmarks.http;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;

/**
 * How much of the processors' time neighbours of this machine take (the eighth number of
 * /proc/stat, proc(5)).
 */
final class Steal {
  /** Above this share nothing is measured. */
  static final double MOST = 0.05;

  /** How long to wait for a quieter moment. */
  static final long PAUSE_MILLIS = 2_000;

  private static final Path STAT = Path.of("/proc/stat");
  private static final int STOLEN = 8;

  private long all;
  private long stolen;

  private Steal() {}

  /** What is taken from now on. */
  static Steal fromNow() throws IOException {
    Steal steal = new Steal();
    steal.share();
    return steal;
  }

  /** The share that was taken since the last question, from 0 to 1. */
  double share() throws IOException {
    String[] numbers = Files.readAllLines(STAT).get(0).split(" +", -1);
    long allBefore = all;
    long stolenBefore = stolen;
    all = 0;
    for (int i = 1; i <= STOLEN; i++) {
      all += Long.parseLong(numbers[i]);
    }
    stolen = Long.parseLong(numbers[STOLEN]);
    return all == allBefore ? 0 : (double) (stolen - stolenBefore) / (all - allBefore);
  }
}
