package org.calmanchor.benchmarks.attack;

import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStreamReader;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.net.Socket;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;

/** The process that is attacked, and what it uses of the machine. */
final class AttackedHost implements AutoCloseable {
  private static final int PATIENCE_MILLIS = 20_000;

  private final Process process;
  private final BufferedReader out;
  private final int port;

  private AttackedHost(Process process) throws IOException {
    this.process = process;
    this.out =
        new BufferedReader(new InputStreamReader(process.getInputStream(), StandardCharsets.UTF_8));
    this.port = Integer.parseInt(String.valueOf(out.readLine()));
  }

  /**
   * Starts it on two cores.
   *
   * @param heap such as 256m
   * @param fileBlocks how large the files may be that it writes, in blocks of 512 bytes
   */
  static AttackedHost start(String heap, String fileBlocks) throws IOException {
    String java = Path.of(System.getProperty("java.home"), "bin", "java").toString();
    String command =
        "ulimit -f "
            + fileBlocks
            + "; exec '"
            + java
            + "' -Xmx"
            + heap
            + " -XX:ActiveProcessorCount=2 -XX:+ExitOnOutOfMemoryError"
            + " -Dorg.slf4j.simpleLogger.defaultLogLevel=off -cp '"
            + System.getProperty("java.class.path")
            + "' "
            + Quay.class.getName();
    return new AttackedHost(
        new ProcessBuilder("sh", "-c", command)
            .redirectError(ProcessBuilder.Redirect.INHERIT)
            .start());
  }

  int port() {
    return port;
  }

  /** Connects from an address of loopback, such as 127.0.0.2. */
  Socket connect(String from) throws IOException {
    return connect(from, 0);
  }

  /** The same with a buffer of so many bytes for what is received; 0 for the system's. */
  Socket connect(String from, int window) throws IOException {
    Socket socket = new Socket();
    try {
      if (window > 0) {
        socket.setReceiveBufferSize(window);
      }
      socket.bind(new InetSocketAddress(InetAddress.getByName(from), 0));
      socket.setSoTimeout(PATIENCE_MILLIS);
      socket.connect(
          new InetSocketAddress(InetAddress.getLoopbackAddress(), port), PATIENCE_MILLIS);
      return socket;
    } catch (IOException refused) {
      socket.close();
      throw refused;
    }
  }

  /** The processor time that it has used. */
  Duration processorTime() {
    return process.info().totalCpuDuration().orElse(Duration.ZERO);
  }

  /** The memory that it has of the machine, in megabytes. */
  long residentMegabytes() throws IOException {
    for (String line : Files.readAllLines(Path.of("/proc/" + process.pid() + "/status"))) {
      if (line.startsWith("VmRSS:")) {
        return Long.parseLong(line.replaceAll("\\D", "")) >> 10;
      }
    }
    throw new IOException("the process that is attacked has ended");
  }

  boolean isAlive() {
    return process.isAlive();
  }

  /** Tells it to end, and returns what it prints then. */
  String end() throws IOException {
    process.toHandle().destroy();
    return String.valueOf(out.readLine());
  }

  @Override
  public void close() {
    process.destroyForcibly();
  }
}
