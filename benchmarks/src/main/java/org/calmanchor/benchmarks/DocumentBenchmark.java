package org.calmanchor.benchmarks;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import org.calmanchor.core.dynamic.DynamicMessages;
import org.calmanchor.core.model.Contract;
import org.calmanchor.core.wsdl.ContractDocuments;

/**
 * How reading a WSDL document of others grows with its types and operations: the best of several
 * warm rounds, the first round, and the heap that the contract and its codecs keep.
 */
public final class DocumentBenchmark {
  private static final int[][] SIZES = {
    {750, 60}, {1_500, 60}, {3_000, 60}, {1_000, 1_250}, {1_000, 2_500}, {1_000, 5_000}
  };
  private static final int ROUNDS = 7;

  private DocumentBenchmark() {}

  /** Takes no arguments. */
  public static void main(String[] arguments) throws IOException {
    System.out.println(
        "| types | operations | document, MB | read, ms | planned, ms | first round, ms | kept, MB |");
    System.out.println("|--:|--:|--:|--:|--:|--:|--:|");
    Path file = Files.createTempFile("all", ".wsdl");
    try {
      for (int[] size : SIZES) {
        Files.writeString(file, LargeDocument.of(size[0], size[1]));
        measure(size[0], size[1], file);
      }
    } finally {
      Files.delete(file);
    }
  }

  private static void measure(int types, int operations, Path file) throws IOException {
    double read = Double.MAX_VALUE;
    double planned = Double.MAX_VALUE;
    double first = 0;
    Contract contract = null;
    DynamicMessages messages = null;
    for (int round = 0; round < ROUNDS; round++) {
      long begin = System.nanoTime();
      contract = ContractDocuments.read(file).contract();
      long middle = System.nanoTime();
      messages = DynamicMessages.of(contract);
      long end = System.nanoTime();
      first = round == 0 ? (end - begin) / 1e6 : first;
      read = Math.min(read, (middle - begin) / 1e6);
      planned = Math.min(planned, (end - middle) / 1e6);
    }
    long kept = usedBytes();
    if (messages == null || contract == null) {
      throw new IllegalStateException("nothing was read");
    }
    System.out.printf(
        "| %,d | %,d | %.1f | %.0f | %.0f | %.0f | %.0f |%n",
        types, operations, Files.size(file) / 1e6, read, planned, first, kept / 1e6);
  }

  private static long usedBytes() {
    System.gc();
    Runtime runtime = Runtime.getRuntime();
    return runtime.totalMemory() - runtime.freeMemory();
  }
}
