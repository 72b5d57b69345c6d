package org.calmanchor.servers;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.net.URI;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;

/** A server of Redis at a free port of this machine, which keeps nothing when it stops. */
public final class RedisServer implements AutoCloseable {
  private static final Path DEBIAN = Path.of("/usr/bin/redis-server");
  private static final String PASSWORD = "low-tide";

  private final StartedServers started = new StartedServers();
  private final Path folder = started.add(TemporaryFolder.of("redis")).path();
  private final int port = Programs.freePort();
  private final boolean hasTls;
  private volatile ServerProcess process;

  private RedisServer() {
    this.hasTls = false;
    this.process = begin();
  }

  private RedisServer(String certificate, String key) throws IOException {
    this.hasTls = true;
    Files.writeString(folder.resolve("certificate.pem"), certificate);
    Files.writeString(folder.resolve("key.pem"), key);
    this.process = begin();
  }

  /**
   * Starts a server.
   *
   * @throws IllegalStateException if Redis is not installed, or does not start
   */
  public static RedisServer start() {
    requireInstalled();
    return new RedisServer();
  }

  /**
   * Starts a server that speaks TLS only.
   *
   * @param certificate in PEM form
   * @param key in PEM form
   * @throws IllegalStateException if Redis is not installed, or does not start
   */
  public static RedisServer startWithTls(String certificate, String key) {
    requireInstalled();
    try {
      return new RedisServer(certificate, key);
    } catch (IOException unwritable) {
      throw new UncheckedIOException(unwritable);
    }
  }

  private static void requireInstalled() {
    if (!Files.isExecutable(DEBIAN)) {
      throw new IllegalStateException("There is no " + DEBIAN + ". ./verify installs it.");
    }
  }

  private ServerProcess begin() {
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
    ServerProcess begun =
        started.add(
            ServerProcess.start(
                "Redis", "", ServerProcess.Signal.KILL, command, Map.of(), folder.resolve("log")));
    begun.awaitPort(port);
    return begun;
  }

  /** Where it is, with its password. */
  public URI url() {
    return URI.create(
        (hasTls ? "rediss" : "redis") + "://:" + PASSWORD + "@localhost:" + port + "/0");
  }

  /** Stops the process where it is: connections stay open, and nothing answers. */
  public void suspend() {
    process.send(ServerProcess.Signal.STOP);
  }

  /** Lets it go on. */
  public void resume() {
    process.send(ServerProcess.Signal.CONT);
  }

  /** Kills it, and with it all that it has. */
  public void kill() {
    process.close();
  }

  /** Starts it again at the same port. */
  public void startAgain() {
    process = begin();
  }

  /** Kills it, and removes its folder. */
  @Override
  public void close() {
    started.close();
  }
}
