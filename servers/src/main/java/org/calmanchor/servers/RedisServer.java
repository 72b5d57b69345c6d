package org.calmanchor.servers;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.net.URI;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.TimeUnit;

/** A server of Redis at a free port of this machine, which keeps nothing when it stops. */
public final class RedisServer implements AutoCloseable {
  private static final Path DEBIAN = Path.of("/usr/bin/redis-server");
  private static final String PASSWORD = "low-tide";

  private final Path folder;
  private final int port;
  private Process process;

  private final boolean hasTls;

  private RedisServer(Path folder, int port, boolean hasTls) {
    this.folder = folder;
    this.port = port;
    this.hasTls = hasTls;
    this.process = begin();
  }

  /**
   * Starts a server.
   *
   * @throws IllegalStateException if Redis is not installed, or does not start
   */
  public static RedisServer start() {
    return new RedisServer(folder(), Programs.freePort(), false);
  }

  /**
   * Starts a server that speaks TLS only.
   *
   * @param certificate in PEM form
   * @param key in PEM form
   * @throws IllegalStateException if Redis is not installed, or does not start
   */
  public static RedisServer startWithTls(String certificate, String key) {
    Path folder = folder();
    try {
      Files.writeString(folder.resolve("certificate.pem"), certificate);
      Files.writeString(folder.resolve("key.pem"), key);
    } catch (IOException unwritable) {
      throw new UncheckedIOException(unwritable);
    }
    return new RedisServer(folder, Programs.freePort(), true);
  }

  private static Path folder() {
    if (!Files.isExecutable(DEBIAN)) {
      throw new IllegalStateException("There is no " + DEBIAN + ". ./verify installs it.");
    }
    try {
      return Files.createTempDirectory("calm-anchor-redis");
    } catch (IOException unwritable) {
      throw new UncheckedIOException(unwritable);
    }
  }

  private Process begin() {
    List<String> command =
        new ArrayList<>(
            List.of(
                DEBIAN.toString(),
                "--bind",
                "127.0.0.1",
                hasTls ? "--tls-port" : "--port",
                Integer.toString(port),
                "--dir",
                folder.toString(),
                "--save",
                "",
                "--requirepass",
                PASSWORD));
    if (hasTls) {
      String certificate = folder.resolve("certificate.pem").toString();
      command.addAll(List.of("--port", "0", "--tls-auth-clients", "no"));
      command.addAll(List.of("--tls-cert-file", certificate, "--tls-ca-cert-file", certificate));
      command.addAll(List.of("--tls-key-file", folder.resolve("key.pem").toString()));
    }
    try {
      Process process =
          new ProcessBuilder(command)
              .redirectErrorStream(true)
              .redirectOutput(folder.resolve("log").toFile())
              .start();
      Programs.awaitPort(port, process);
      return process;
    } catch (IOException failed) {
      throw new UncheckedIOException(failed);
    }
  }

  /** Where it is, with its password. */
  public URI url() {
    return URI.create(
        (hasTls ? "rediss" : "redis") + "://:" + PASSWORD + "@localhost:" + port + "/0");
  }

  /** Stops the process where it is: connections stay open, and nothing answers. */
  public void suspend() {
    Programs.run(List.of("kill", "-STOP", Long.toString(process.pid())));
  }

  /** Lets it go on. */
  public void resume() {
    Programs.run(List.of("kill", "-CONT", Long.toString(process.pid())));
  }

  /** Kills it, and with it all that it has. */
  public void kill() {
    process.destroyForcibly();
    try {
      process.waitFor(10, TimeUnit.SECONDS);
    } catch (InterruptedException stopped) {
      Thread.currentThread().interrupt();
    }
  }

  /** Starts it again at the same port. */
  public void startAgain() {
    process = begin();
  }

  /** Kills it, and removes its folder. */
  @Override
  public void close() {
    kill();
    Programs.run(List.of("rm", "-r", folder.toString()));
  }
}
