package org.calmanchor.servers;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.DirectoryStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;

/**
 * A server of PostgreSQL at a free port of this machine. Its user is {@code postgres}, who needs no
 * password.
 */
public final class PostgresServer implements AutoCloseable {
  private static final Path DEBIAN = Path.of("/usr/lib/postgresql");
  private static @Nullable PostgresServer shared;

  private final StartedServers started = new StartedServers();
  private final int port = Programs.freePort();

  private PostgresServer(Path programs) {
    TemporaryFolder folder = started.add(TemporaryFolder.of("postgres"));
    String user = "";
    List<String> asUser = List.of();
    if (System.getProperty("user.name").equals("root")) {
      // The server refuses to run as root.
      user = "postgres";
      asUser = List.of("setpriv", "--reuid", user, "--regid", user, "--init-groups");
      Programs.run(List.of("chown", user, folder.path().toString()));
    }
    String data = folder.path().resolve("data").toString();
    List<String> initdb = new ArrayList<>(asUser);
    initdb.addAll(List.of(programs.resolve("initdb").toString(), "--pgdata=" + data));
    initdb.addAll(List.of("--auth=trust", "--username=postgres", "--no-sync", "--locale=C"));
    Programs.run(initdb);
    List<String> postgres =
        List.of(
            programs.resolve("postgres").toString(),
            "-D",
            data,
            "-p",
            Integer.toString(port),
            "-k",
            folder.path().toString(),
            "-c",
            "listen_addresses=localhost",
            "-c",
            "fsync=off");
    ServerProcess server =
        ServerProcess.start(
            "PostgreSQL",
            user,
            ServerProcess.Signal.QUIT,
            postgres,
            Map.of(),
            folder.path().resolve("log"));
    started.add(() -> server.end(ServerProcess.Signal.QUIT));
    server.awaitPort(port);
    // It listens before it takes anybody in.
    String isReady = programs.resolve("pg_isready").toString();
    server.await(() -> isDone(List.of(isReady, "-q", "-h", "localhost", "-p", "" + port)));
  }

  private static boolean isDone(List<String> command) {
    try {
      return new ProcessBuilder(command).start().waitFor() == 0;
    } catch (IOException failed) {
      throw new UncheckedIOException(failed);
    } catch (InterruptedException stopped) {
      Thread.currentThread().interrupt();
      return false;
    }
  }

  /** The server that all tests of this process share; it is stopped when the process ends. */
  public static synchronized PostgresServer shared() {
    PostgresServer known = shared;
    if (known == null) {
      known = start();
      shared = known;
    }
    return known;
  }

  /**
   * Starts a server.
   *
   * @throws IllegalStateException if PostgreSQL is not installed, or does not start
   */
  public static PostgresServer start() {
    return new PostgresServer(programs());
  }

  private static Path programs() {
    Path found = null;
    if (Files.isDirectory(DEBIAN)) {
      try (DirectoryStream<Path> editions = Files.newDirectoryStream(DEBIAN)) {
        for (Path edition : editions) {
          found = edition.resolve("bin");
        }
      } catch (IOException unreadable) {
        throw new UncheckedIOException(unreadable);
      }
    }
    if (found == null) {
      throw new IllegalStateException(
          "PostgreSQL is not installed in " + DEBIAN + ". ./verify installs it.");
    }
    return found;
  }

  /** The port that it listens at. */
  public int port() {
    return port;
  }

  /** The JDBC URL of a database, such as {@code postgres}, which is always there. */
  public String url(String database) {
    return "jdbc:postgresql://localhost:" + port + "/" + database;
  }

  /** Stops it, and removes its data. */
  @Override
  public void close() {
    started.close();
  }
}
