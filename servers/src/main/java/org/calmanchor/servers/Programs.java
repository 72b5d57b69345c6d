package org.calmanchor.servers;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.net.InetAddress;
import java.net.ServerSocket;
import java.net.Socket;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.concurrent.ThreadLocalRandom;
import java.util.concurrent.TimeUnit;

/** Runs programs of the system. */
public final class Programs {
  private static final int MOST_SECONDS = 60;
  private static final int MOST_TRIES = 400;
  private static final int FIRST_PORT = 20_000;
  private static final int LAST_PORT = 32_000;
  private static final int PAUSE_MILLIS = 50;

  private Programs() {}

  /**
   * Runs a program to its end.
   *
   * @throws IllegalStateException if it fails; the message has what it said
   */
  public static void run(List<String> command) {
    try {
      Path said = Files.createTempFile("calm-anchor", ".txt");
      // Not in a folder that another user may not enter.
      Process process =
          new ProcessBuilder(command)
              .directory(Path.of("/").toFile())
              .redirectErrorStream(true)
              .redirectOutput(said.toFile())
              .start();
      boolean isOver = process.waitFor(MOST_SECONDS, TimeUnit.SECONDS);
      String output = Files.readString(said, StandardCharsets.UTF_8);
      Files.delete(said);
      if (!isOver || process.exitValue() != 0) {
        process.destroyForcibly();
        throw new IllegalStateException(command + " failed: " + output);
      }
    } catch (IOException failed) {
      throw new UncheckedIOException(failed);
    } catch (InterruptedException stopped) {
      Thread.currentThread().interrupt();
      throw new IllegalStateException(command + " was interrupted", stopped);
    }
  }

  /**
   * Waits until a process listens at a port.
   *
   * @throws IllegalStateException if it does not in twenty seconds
   */
  public static void awaitPort(int port, Process process) {
    try {
      for (int i = 0; i < MOST_TRIES && process.isAlive(); i++) {
        try (Socket socket = new Socket(InetAddress.getLoopbackAddress(), port)) {
          if (socket.isConnected()) {
            return;
          }
        } catch (IOException notYet) {
          Thread.sleep(PAUSE_MILLIS);
        }
      }
    } catch (InterruptedException stopped) {
      Thread.currentThread().interrupt();
    }
    process.destroyForcibly();
    throw new IllegalStateException("Nothing has begun to listen at port " + port);
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
