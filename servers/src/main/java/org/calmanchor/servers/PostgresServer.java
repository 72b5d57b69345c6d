package org.calmanchor.servers;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.DirectoryStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * A server of PostgreSQL at a free port of this machine. Its user is {@code postgres}, who needs no
 * password.
 */
public final class PostgresServer implements AutoCloseable {
  private static final Path DEBIAN = Path.of("/usr/lib/postgresql");
  private static @Nullable PostgresServer shared;

  private final Path programs;
  private final Path data;
  private final int port;

  private PostgresServer(Path programs, Path data, int port) {
    this.programs = programs;
    this.data = data;
    this.port = port;
  }

  /** The server that all tests of this process share; it is stopped when the process ends. */
  public static synchronized PostgresServer shared() {
    PostgresServer known = shared;
    if (known == null) {
      known = start();
      Runtime.getRuntime().addShutdownHook(new Thread(known::close));
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
    Path programs = programs();
    try {
      // Not below a folder that only this user may enter.
      Path data = Files.createTempDirectory("calm-anchor-postgres");
      if (isRoot()) {
        Programs.run(List.of("chown", "postgres", data.toString()));
      }
      PostgresServer server = new PostgresServer(programs, data, Programs.freePort());
      server.program("initdb", "--auth=trust", "--username=postgres", "--no-sync", "--locale=C");
      server.program(
          "pg_ctl", "--wait", "--log=" + data.resolve("log"), "-o", server.options(), "start");
      return server;
    } catch (IOException unwritable) {
      throw new UncheckedIOException(unwritable);
    }
  }

  private String options() {
    return "-p " + port + " -k " + data + " -c listen_addresses=localhost -c fsync=off";
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

  private static boolean isRoot() {
    return System.getProperty("user.name").equals("root");
  }

  private void program(String name, String... arguments) {
    List<String> command = new ArrayList<>();
    if (isRoot()) {
      // The server refuses to run as root.
      command.addAll(List.of("runuser", "-u", "postgres", "--"));
    }
    command.add(programs.resolve(name).toString());
    command.add("--pgdata=" + data);
    command.addAll(List.of(arguments));
    Programs.run(command);
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
    program("pg_ctl", "--mode=immediate", "stop");
    Programs.run(List.of("rm", "-r", data.toString()));
  }
}
