package org.calmanchor.benchmarks.http;

import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStreamReader;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;

/** A server in a process of its own. */
final class Server implements AutoCloseable {
  private static final double TICKS_PER_SECOND = 100;

  private final Process process;
  private final BufferedReader answers;
  private final int port;

  private Server(Process process, BufferedReader answers, int port) {
    this.process = process;
    this.answers = answers;
    this.port = port;
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
    if (line == null || !line.matches("\\d+")) {
      process.destroyForcibly();
      throw new IOException("the server " + kind + " did not start, it said: " + line);
    }
    return new Server(process, answers, Integer.parseInt(line));
  }

  int port() {
    return port;
  }

  /**
   * What a server counts of itself.
   *
   * @param allocatedBytes what its threads have allocated
   * @param compileMillis how long the JIT compiler has been at work
   */
  record Counts(long allocatedBytes, long compileMillis) {}

  /** What it counts of itself, up to now. */
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

  /** The processor time that it has used, user and system, in seconds. */
  double cpuSeconds() throws IOException {
    String stat = Files.readString(Path.of("/proc", Long.toString(process.pid()), "stat"));
    String[] fields = stat.substring(stat.lastIndexOf(')') + 2).split(" ", -1);
    return (Long.parseLong(fields[11]) + Long.parseLong(fields[12])) / TICKS_PER_SECOND;
  }

  /** The memory that it holds, in MB. */
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
