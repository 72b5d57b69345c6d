package org.calmanchor.benchmarks.http;

import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStreamReader;
import java.nio.charset.StandardCharsets;
import java.nio.file.DirectoryStream;
import java.nio.file.Files;
import java.nio.file.NoSuchFileException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;

/** A server in a process of its own. */
final class Server implements AutoCloseable {
  private final Process process;
  private final BufferedReader answers;
  private final List<Integer> ports;

  /** The CPU time of each thread, including ended ones. */
  private final Map<Path, Long> nanos = new HashMap<>();

  private final Set<Path> compilers = new HashSet<>();

  private Server(Process process, BufferedReader answers, List<Integer> ports) {
    this.process = process;
    this.answers = answers;
    this.ports = ports;
  }

  /** Starts the server of that kind. */
  static Server start(String kind, List<String> javaOptions) throws IOException {
    List<String> command = new ArrayList<>();
    command.add(Path.of(System.getProperty("java.home"), "bin", "java").toString());
    command.addAll(javaOptions);
    command.addAll(List.of("-cp", System.getProperty("java.class.path")));
    command.addAll(List.of(Servers.class.getName(), kind));
    Process process =
        new ProcessBuilder(command).redirectError(ProcessBuilder.Redirect.INHERIT).start();
    BufferedReader answers =
        new BufferedReader(new InputStreamReader(process.getInputStream(), StandardCharsets.UTF_8));
    String line = answers.readLine();
    if (line == null || !line.matches("\\d+( \\d+)*")) {
      process.destroyForcibly();
      throw new IOException("the server " + kind + " did not start, it said: " + line);
    }
    return new Server(
        process, answers, Arrays.stream(line.split(" ", -1)).map(Integer::valueOf).toList());
  }

  int port() {
    return ports.get(0);
  }

  /** The ports of its hosts, if it has several. */
  List<Integer> ports() {
    return ports;
  }

  /**
   * The counters of a server process.
   *
   * @param allocatedBytes what its threads have allocated
   * @param compileMillis how long the JIT compiler has been at work
   */
  record Counts(long allocatedBytes, long compileMillis) {}

  /** The counters so far. */
  Counts counts() throws IOException {
    process.getOutputStream().write('\n');
    process.getOutputStream().flush();
    String line = answers.readLine();
    if (line == null) {
      throw new IOException("the server has ended");
    }
    String[] counts = line.split(" ", -1);
    return new Counts(Long.parseLong(counts[0]), Long.parseLong(counts[1]));
  }

  /**
   * The CPU time of its threads so far, user and system, in nanoseconds. The threads of the JIT
   * compiler do not count: what they do ends some time after the start, and it is in {@link
   * Counts#compileMillis}.
   */
  long cpuNanos() throws IOException {
    Path tasks = Path.of("/proc", Long.toString(process.pid()), "task");
    try (DirectoryStream<Path> threads = Files.newDirectoryStream(tasks)) {
      for (Path thread : threads) {
        if (!compilers.contains(thread)) {
          readNanos(thread);
        }
      }
    }
    return nanos.values().stream().mapToLong(Long::longValue).sum();
  }

  private void readNanos(Path thread) throws IOException {
    try {
      if (!nanos.containsKey(thread)
          && Files.readString(thread.resolve("comm")).matches("C[12] Compiler.*\\s*")) {
        compilers.add(thread);
        return;
      }
      String[] fields = Files.readString(thread.resolve("schedstat")).split(" ", -1);
      nanos.put(thread, Long.parseLong(fields[0]));
    } catch (NoSuchFileException ended) {
      // The last known CPU time of an ended thread stays in the sum.
    }
  }

  /** The resident memory in MB. */
  double residentMegabytes() throws IOException {
    for (String line :
        Files.readAllLines(Path.of("/proc", Long.toString(process.pid()), "status"))) {
      if (line.startsWith("VmRSS:")) {
        return Long.parseLong(line.replaceAll("\\D", "")) / 1024.0;
      }
    }
    return 0;
  }

  @Override
  public void close() {
    process.destroyForcibly();
  }
}
