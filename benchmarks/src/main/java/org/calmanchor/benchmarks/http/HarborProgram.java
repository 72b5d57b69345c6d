package org.calmanchor.benchmarks.http;

import org.calmanchor.host.RunningHost;
import org.calmanchor.host.SoapHost;

/**
 * Hosts the harbor as a user's own program does. It is compiled against other revisions as well, so
 * it uses nothing but what every revision has.
 */
public final class HarborProgram {
  private HarborProgram() {}

  /** Says its port, then serves until it is told to end. */
  public static void main(String[] none) throws InterruptedException {
    Questions.answer();
    try (RunningHost host = SoapHost.onPort(0).serve("/harbor", new Harbor()).start()) {
      System.out.println(host.port());
      host.awaitClose();
    }
  }
}
