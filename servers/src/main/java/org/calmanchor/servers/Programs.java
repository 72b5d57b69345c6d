package org.calmanchor.servers;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.net.ServerSocket;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.concurrent.TimeUnit;

/** Runs programs of the system. */
final class Programs {
  private static final int MOST_SECONDS = 60;

  private Programs() {}

  /**
   * Runs a program to its end.
   *
   * @throws IllegalStateException if it fails; the message has what it said
   */
  static void run(List<String> command) {
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

  /** A port that nothing listens at now. */
  static int freePort() {
    try (ServerSocket free = new ServerSocket(0)) {
      return free.getLocalPort();
    } catch (IOException none) {
      throw new UncheckedIOException(none);
    }
  }
}
