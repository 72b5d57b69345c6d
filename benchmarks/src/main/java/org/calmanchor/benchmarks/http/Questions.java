package org.calmanchor.benchmarks.http;

import com.sun.management.ThreadMXBean;
import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStreamReader;
import java.io.UncheckedIOException;
import java.lang.management.ManagementFactory;
import java.nio.charset.StandardCharsets;
import java.util.HashMap;
import java.util.Map;

/**
 * Answers each line of the standard input with the number of bytes that all threads have allocated
 * so far. Until the first question it loads nothing of the JVM's management.
 */
final class Questions {
  private Questions() {}

  /** Answers from now on, on a thread of its own. */
  static void answer() {
    Thread thread = new Thread(Questions::run, "questions");
    thread.setDaemon(true);
    thread.start();
  }

  private static void run() {
    BufferedReader lines =
        new BufferedReader(new InputStreamReader(System.in, StandardCharsets.UTF_8));
    // The last known count of an ended thread stays in the sum.
    Map<Long, Long> allocated = new HashMap<>();
    try {
      while (lines.readLine() != null) {
        ThreadMXBean threads = (ThreadMXBean) ManagementFactory.getThreadMXBean();
        long[] ids = threads.getAllThreadIds();
        long[] bytes = threads.getThreadAllocatedBytes(ids);
        for (int i = 0; i < ids.length; i++) {
          allocated.merge(ids[i], bytes[i], Math::max);
        }
        System.out.println(allocated.values().stream().mapToLong(Long::longValue).sum());
      }
    } catch (IOException nobodyAsks) {
      throw new UncheckedIOException(nobodyAsks);
    }
  }
}
