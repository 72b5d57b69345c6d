package org.calmanchor.servers;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.net.InetAddress;
import java.net.ServerSocket;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.List;
import java.util.concurrent.ThreadLocalRandom;

/** Runs programs of the system. */
public final class Programs {
  private static final int MOST_TRIES = 400;
  private static final int FIRST_PORT = 20_000;
  private static final int LAST_PORT = 32_000;

  private Programs() {}

  /**
   * Runs a program to its end.
   *
   * @throws IllegalStateException if it fails; the message has what it said
   */
  public static void run(List<String> command) {
    try {
      // Not in a folder that another user may not enter.
      Process process =
          new ProcessBuilder(command)
              .directory(Path.of("/").toFile())
              .redirectErrorStream(true)
              .start();
      process.getOutputStream().close();
      String said = new String(process.getInputStream().readAllBytes(), StandardCharsets.UTF_8);
      if (process.waitFor() != 0) {
        throw new IllegalStateException(command + " failed: " + said);
      }
    } catch (IOException failed) {
      throw new UncheckedIOException(failed);
    } catch (InterruptedException stopped) {
      Thread.currentThread().interrupt();
      throw new IllegalStateException(command + " was interrupted", stopped);
    }
  }

  /**
   * A port that nothing listens at now. It is below those that systems give to outgoing
   * connections, so it is still free when a server is killed and started again.
   */
  public static int freePort() {
    for (int i = 0; i < MOST_TRIES; i++) {
      int port = ThreadLocalRandom.current().nextInt(FIRST_PORT, LAST_PORT);
      if (isFree(port)) {
        return port;
      }
    }
    throw new IllegalStateException("no port from " + FIRST_PORT + " to " + LAST_PORT + " is free");
  }

  private static boolean isFree(int port) {
    try (ServerSocket free = new ServerSocket(port, 1, InetAddress.getLoopbackAddress())) {
      return free.isBound();
    } catch (IOException taken) {
      return false;
    }
  }
}
