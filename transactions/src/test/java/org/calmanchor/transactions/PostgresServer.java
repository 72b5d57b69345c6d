package org.calmanchor.transactions;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.net.ServerSocket;
import java.nio.charset.StandardCharsets;
import java.nio.file.DirectoryStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.TimeUnit;
import org.postgresql.ds.PGSimpleDataSource;

/** A server of PostgreSQL at a free port, with its data in a folder of its own. */
final class PostgresServer {
  private static final Path DEBIAN = Path.of("/usr/lib/postgresql");
  private static final int MOST_SECONDS = 60;

  private final Path programs;
  private final Path data;
  private final int port;

  private PostgresServer(Path programs, Path data, int port) {
    this.programs = programs;
    this.data = data;
    this.port = port;
  }

  /** Starts one; {@code ./verify} installs what it needs. */
  static PostgresServer start() throws Exception {
    Path programs = null;
    try (DirectoryStream<Path> editions = Files.newDirectoryStream(DEBIAN)) {
      for (Path edition : editions) {
        programs = edition.resolve("bin");
      }
    }
    assertThat(programs).as("PostgreSQL in " + DEBIAN).isNotNull();
    // Not below a folder that only this user may enter.
    Path data = Files.createTempDirectory("calm-anchor-postgres");
    if (isRoot()) {
      run("chown", "postgres", data.toString());
    }
    int port;
    try (ServerSocket free = new ServerSocket(0)) {
      port = free.getLocalPort();
    }
    PostgresServer server = new PostgresServer(programs, data, port);
    server.program("initdb", "--auth=trust", "--username=postgres", "--no-sync", "--locale=C");
    String options = "-p " + port + " -k " + data + " -c listen_addresses=localhost -c fsync=off";
    server.program("pg_ctl", "--wait", "--log=" + data.resolve("log"), "-o", options, "start");
    return server;
  }

  private static boolean isRoot() {
    return System.getProperty("user.name").equals("root");
  }

  private void program(String name, String... arguments) throws Exception {
    List<String> command = new ArrayList<>();
    if (isRoot()) {
      // The server refuses to run as root.
      command.addAll(List.of("runuser", "-u", "postgres", "--"));
    }
    command.add(programs.resolve(name).toString());
    command.add("--pgdata=" + data);
    command.addAll(List.of(arguments));
    run(command.toArray(String[]::new));
  }

  private static void run(String... command) throws IOException, InterruptedException {
    Path said = Files.createTempFile("postgres", ".txt");
    Process process =
        new ProcessBuilder(command)
            .directory(Path.of("/").toFile())
            .redirectErrorStream(true)
            .redirectOutput(said.toFile())
            .start();
    boolean isOver = process.waitFor(MOST_SECONDS, TimeUnit.SECONDS);
    String output = Files.readString(said, StandardCharsets.UTF_8);
    Files.delete(said);
    assertThat(isOver && process.exitValue() == 0).as(List.of(command) + "\n" + output).isTrue();
  }

  /** Connections to it. */
  PGSimpleDataSource source() {
    PGSimpleDataSource source = new PGSimpleDataSource();
    source.setServerNames(new String[] {"localhost"});
    source.setPortNumbers(new int[] {port});
    source.setUser("postgres");
    source.setDatabaseName("postgres");
    return source;
  }

  /** Stops it, and removes its data. */
  void stop() throws Exception {
    program("pg_ctl", "--mode=immediate", "stop");
    run("rm", "-r", data.toString());
  }
}
