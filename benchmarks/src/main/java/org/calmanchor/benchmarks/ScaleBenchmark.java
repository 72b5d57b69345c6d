package org.calmanchor.benchmarks;

import java.io.PrintStream;
import java.lang.management.ManagementFactory;
import java.util.ArrayList;
import java.util.List;
import org.calmanchor.core.read.ContractReader;
import org.calmanchor.core.wsdl.ContractDocuments;

/**
 * How reading a service's code and writing its WSDL grow with the number of operations: the best of
 * several warm rounds, and what they allocate.
 */
public final class ScaleBenchmark {
  private static final int[] OPERATIONS = {10, 100, 1_000, 5_000};
  private static final int ROUNDS = 7;

  private ScaleBenchmark() {}

  private record Row(int operations, double milliseconds, double megabytes, double document) {}

  /** Takes no arguments. */
  public static void main(String[] arguments) throws Exception {
    List<Row> rows = new ArrayList<>();
    for (int operations : OPERATIONS) {
      try (LargeService service = LargeService.of(operations)) {
        rows.add(measured(operations, service.type()));
      }
    }
    print(System.out, rows);
  }

  private static Row measured(int operations, Class<?> type) {
    com.sun.management.ThreadMXBean threads =
        (com.sun.management.ThreadMXBean) ManagementFactory.getThreadMXBean();
    double best = Double.MAX_VALUE;
    double allocated = 0;
    int length = 0;
    for (int round = 0; round < ROUNDS; round++) {
      long before = threads.getCurrentThreadAllocatedBytes();
      long begin = System.nanoTime();
      length =
          ContractDocuments.write(ContractReader.read(type).contract(), "http://x.test/").length();
      best = Math.min(best, (System.nanoTime() - begin) / 1e6);
      allocated = (threads.getCurrentThreadAllocatedBytes() - before) / 1e6;
    }
    return new Row(operations, best, allocated, length / 1e6);
  }

  private static void print(PrintStream out, List<Row> rows) {
    out.println("| operations | read and written, ms | allocated, MB | document, MB |");
    out.println("|--:|--:|--:|--:|");
    for (Row row : rows) {
      out.printf(
          "| %,d | %.1f | %.1f | %.2f |%n",
          row.operations(), row.milliseconds(), row.megabytes(), row.document());
    }
    Row thousand = rows.get(rows.size() - 2);
    Row most = rows.get(rows.size() - 1);
    out.printf(
        "%nfrom 1,000 to 5,000: time x %.1f, allocation x %.1f (at most 6)%n",
        most.milliseconds() / thousand.milliseconds(), most.megabytes() / thousand.megabytes());
  }
}
