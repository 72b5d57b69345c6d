package org.calmanchor.benchmarks.attack;

import java.io.IOException;

/**
 * One way to harm a host.
 *
 * @param name what it sends
 * @param attackers how many attack at the same time
 * @param isByBytes whether its messages are read, so that they may cost so much for each megabyte
 * @param attempt makes one attempt
 */
record Attack(String name, int attackers, boolean isByBytes, Attempt attempt) {
  /** One attempt. */
  @FunctionalInterface
  interface Attempt {
    /**
     * Makes it.
     *
     * @return how many bytes it has sent
     * @throws IOException when it is refused, as attackers are expected to be
     * @throws IllegalStateException when it has got what it must not get
     */
    long make() throws IOException;
  }
}
