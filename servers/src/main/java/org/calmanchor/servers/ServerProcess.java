package org.calmanchor.servers;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.net.InetAddress;
import java.net.Socket;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.CompletionException;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.TimeUnit;
import java.util.function.BooleanSupplier;

/**
 * A server in a process of its own, whose output is in a file. It ends at the latest when this
 * process ends, however that happens. Safe for any number of threads.
 */
public final class ServerProcess implements AutoCloseable {
  /** How a system tells a process to end (signal(7)). */
  public enum Signal {
    /** Ends it at once. */
    KILL,
    /** Lets it end itself. */
    TERM,
    /** For PostgreSQL: ends it without writing its data. */
    QUIT,
    /** Stops it where it is. */
    STOP,
    /** Lets it go on. */
    CONT
  }

  private static final int PAUSE_MILLIS = 20;
  private static final int END_SECONDS = 60;
  private static final int SHOWN_LINES = 40;

  /**
   * Starts all processes. The system's signal at the end of a parent comes at the end of the thread
   * that started the process, so this thread lives as long as this process.
   */
  private static final ExecutorService STARTER =
      Executors.newSingleThreadExecutor(
          work -> {
            Thread thread = new Thread(work, "calm-anchor-starter");
            thread.setDaemon(true);
            return thread;
          });

  private final String name;
  private final Process process;
  private final Path log;

  private ServerProcess(String name, Process process, Path log) {
    this.name = name;
    this.process = process;
    this.log = log;
  }

  /**
   * Starts a program of a user of this system.
   *
   * @param name what messages call it
   * @param user whose process it is; empty for the user of this one
   * @param atEnd the signal that it gets when this process ends
   * @param command the program and its arguments
   * @param environment more variables
   * @param log the file that gets all that it prints, after what is there
   */
  public static ServerProcess start(
      String name,
      String user,
      Signal atEnd,
      List<String> command,
      Map<String, String> environment,
      Path log) {
    List<String> all = new ArrayList<>(List.of("setpriv", "--pdeathsig", atEnd.name()));
    if (!user.isEmpty()) {
      all.addAll(List.of("--reuid", user, "--regid", user, "--init-groups"));
    }
    all.addAll(command);
    // Not in a folder that another user may not enter.
    ProcessBuilder builder = new ProcessBuilder(all).directory(Path.of("/").toFile());
    builder.environment().putAll(environment);
    builder.redirectErrorStream(true);
    builder.redirectOutput(ProcessBuilder.Redirect.appendTo(log.toFile()));
    try {
      return new ServerProcess(
          name, CompletableFuture.supplyAsync(() -> begin(builder), STARTER).join(), log);
    } catch (CompletionException failed) {
      throw new IllegalStateException(name + " cannot be started", failed.getCause());
    }
  }

  private static Process begin(ProcessBuilder builder) {
    try {
      return builder.start();
    } catch (IOException failed) {
      throw new UncheckedIOException(failed);
    }
  }

  /**
   * Waits until it listens at a port of this machine, as long as it lives.
   *
   * @throws IllegalStateException if it ends before; the message has the end of its log
   */
  public void awaitPort(int port) {
    await(() -> isListening(port));
  }

  /**
   * Waits until a condition holds, as long as it lives.
   *
   * @throws IllegalStateException if it ends before; the message has the end of its log
   */
  public void await(BooleanSupplier condition) {
    try {
      while (!condition.getAsBoolean()) {
        if (!process.isAlive()) {
          throw new IllegalStateException(
              name + " ended with exit code " + process.exitValue() + ". " + logEnd());
        }
        Thread.sleep(PAUSE_MILLIS);
      }
    } catch (InterruptedException stopped) {
      Thread.currentThread().interrupt();
      throw new IllegalStateException("the wait for " + name + " was interrupted", stopped);
    }
  }

  private static boolean isListening(int port) {
    try (Socket socket = new Socket(InetAddress.getLoopbackAddress(), port)) {
      return socket.isConnected();
    } catch (IOException notYet) {
      return false;
    }
  }

  private String logEnd() {
    try {
      List<String> lines = Files.readAllLines(log);
      int first = Math.max(0, lines.size() - SHOWN_LINES);
      return lines.isEmpty()
          ? "It has logged nothing."
          : "Its log ends with:\n" + String.join("\n", lines.subList(first, lines.size()));
    } catch (IOException unreadable) {
      return "Its log cannot be read: " + log;
    }
  }

  /** Sends it a signal. */
  public void send(Signal signal) {
    Programs.run(List.of("kill", "-" + signal, Long.toString(process.pid())));
  }

  /**
   * Sends it a signal after which it ends, and waits for its end; does nothing if it has ended.
   *
   * @throws IllegalStateException if it has not ended after a minute, and is killed
   */
  public void end(Signal signal) {
    if (!process.isAlive()) {
      return;
    }
    try {
      send(signal);
      if (!process.waitFor(END_SECONDS, TimeUnit.SECONDS)) {
        process.destroyForcibly();
        throw new IllegalStateException(
            name + " did not end in " + END_SECONDS + " s. " + logEnd());
      }
    } catch (InterruptedException stopped) {
      process.destroyForcibly();
      Thread.currentThread().interrupt();
    }
  }

  /** Kills it. */
  @Override
  public void close() {
    end(Signal.KILL);
  }
}
