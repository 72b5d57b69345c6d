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
    return start(javaOptions, System.getProperty("java.class.path"), Servers.class.getName(), kind);
  }

  /** Starts a program that says its ports. */
  static Server start(List<String> javaOptions, String classPath, String main, String... arguments)
      throws IOException {
    List<String> command = new ArrayList<>();
    command.add(Path.of(System.getProperty("java.home"), "bin", "java").toString());
    command.addAll(javaOptions);
    command.addAll(List.of("-cp", classPath, main));
    command.addAll(List.of(arguments));
    Process process =
        new ProcessBuilder(command).redirectError(ProcessBuilder.Redirect.DISCARD).start();
    BufferedReader answers =
        new BufferedReader(new InputStreamReader(process.getInputStream(), StandardCharsets.UTF_8));
    String line = answers.readLine();
    if (line == null || !line.matches("\\d+( \\d+)*")) {
      process.destroyForcibly();
      throw new IOException("the server " + command + " did not start, it said: " + line);
    }
    return new Server(
        process, answers, Arrays.stream(line.split(" ", -1)).map(Integer::valueOf).toList());
  }

  long pid() {
    return process.pid();
  }

  /** Tells it to end, and waits; all that it says on the way. */
  String end() throws IOException {
    process.toHandle().destroy();
    StringBuilder said = new StringBuilder();
    for (String line = answers.readLine(); line != null; line = answers.readLine()) {
      said.append(line).append('\n');
    }
    return said.toString();
  }

  int port() {
    return ports.get(0);
  }

  /** The ports of its hosts, if it has several. */
  List<Integer> ports() {
    return ports;
  }

  /** The number of bytes that its threads have allocated so far. */
  long allocatedBytes() throws IOException {
    process.getOutputStream().write('\n');
    process.getOutputStream().flush();
    String line = answers.readLine();
    if (line == null) {
      throw new IOException("the server has ended");
    }
    return Long.parseLong(line);
  }

  /**
   * The CPU time of its threads so far, user and system, in nanoseconds, without that of the JIT
   * compiler, which ends some time after the start.
   */
  long cpuNanos() throws IOException {
    return nanos(false);
  }

  /** The CPU time of its JIT compiler so far, in nanoseconds. */
  long compilerNanos() throws IOException {
    return nanos(true);
  }

  private long nanos(boolean isCompiler) throws IOException {
    Path tasks = Path.of("/proc", Long.toString(process.pid()), "task");
    try (DirectoryStream<Path> threads = Files.newDirectoryStream(tasks)) {
      for (Path thread : threads) {
        readNanos(thread);
      }
    }
    return nanos.entrySet().stream()
        .filter(each -> compilers.contains(each.getKey()) == isCompiler)
        .mapToLong(Map.Entry::getValue)
        .sum();
  }

  private void readNanos(Path thread) throws IOException {
    try {
      if (!nanos.containsKey(thread)
          && Files.readString(thread.resolve("comm")).matches("C[12] Compiler.*\\s*")) {
        compilers.add(thread);
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
