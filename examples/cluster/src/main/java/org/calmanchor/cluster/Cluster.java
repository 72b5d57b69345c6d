package org.calmanchor.cluster;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.net.URI;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.PreparedStatement;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.TimeUnit;
import org.calmanchor.examples.harbor.BerthStore;
import org.calmanchor.servers.HaproxyServer;
import org.calmanchor.servers.PostgresServer;
import org.calmanchor.servers.Programs;
import org.calmanchor.servers.RedisServer;
import org.postgresql.ds.PGSimpleDataSource;

/**
 * Some hosts of the harbor behind HAProxy, with one PostgreSQL and one Redis, all on this machine
 * at free ports. Hosts can be killed, told to end, and started again. Used by one thread.
 */
public final class Cluster implements AutoCloseable {
  private static final String MASTER_PASSWORD = "ebb-and-flow";
  private static final int DRAIN_SECONDS = 30;

  /** Nobody else reserves so far ahead. */
  static final LocalDate FIRST_NIGHT_OF_LOAD = LocalDate.of(2100, 1, 1);

  private static final String COUNT = "select count(*) from reservation where arrival >= ?";

  private final PGSimpleDataSource source = new PGSimpleDataSource();
  private final PostgresServer database;
  private final RedisServer redis;
  private final Path logs;
  private final Map<String, Integer> ports = new LinkedHashMap<>();
  private final Map<String, Process> nodes = new LinkedHashMap<>();
  private final HaproxyServer balancer;

  private Cluster(int count) {
    database = PostgresServer.start();
    redis = RedisServer.start();
    try {
      logs = Files.createTempDirectory("calm-anchor-cluster");
    } catch (IOException unwritable) {
      throw new UncheckedIOException(unwritable);
    }
    source.setURL(database.url("postgres"));
    source.setUser("postgres");
    BerthStore.over(source, true).close();
    for (int i = 1; i <= count; i++) {
      ports.put("node-" + i, Programs.freePort());
    }
    ports.keySet().forEach(name -> nodes.put(name, process(name)));
    nodes.forEach((name, process) -> Programs.awaitPort(port(name), process));
    balancer = HaproxyServer.before(ports);
  }

  /** Starts everything, with so many hosts of the harbor. */
  public static Cluster start(int count) {
    return new Cluster(count);
  }

  private Process process(String name) {
    List<String> command = new ArrayList<>();
    command.add(Path.of(System.getProperty("java.home"), "bin", "java").toString());
    command.addAll(List.of("-Xmx256m", "-XX:+UseSerialGC", "-XX:TieredStopAtLevel=1"));
    command.addAll(List.of("-cp", System.getProperty("java.class.path")));
    command.addAll(List.of(HarborNode.class.getName(), Integer.toString(port(name))));
    ProcessBuilder builder = new ProcessBuilder(command).redirectErrorStream(true);
    builder.environment().put("DATABASE_URL", database.url("postgres"));
    builder.environment().put("DATABASE_USER", "postgres");
    builder.environment().put("REDIS_URL", redis.url().toString());
    builder.environment().put("BRAM_PASSWORD", MASTER_PASSWORD);
    builder.redirectOutput(ProcessBuilder.Redirect.appendTo(logs.resolve(name).toFile()));
    try {
      return builder.start();
    } catch (IOException failed) {
      throw new UncheckedIOException(failed);
    }
  }

  private int port(String name) {
    Integer port = ports.get(name);
    if (port == null) {
      throw new IllegalArgumentException("there is no host " + name + "; there are " + names());
    }
    return port;
  }

  private Process node(String name) {
    Process process = nodes.get(name);
    if (process == null) {
      throw new IllegalArgumentException("there is no host " + name + "; there are " + names());
    }
    return process;
  }

  /** The names of the hosts. */
  public List<String> names() {
    return List.copyOf(ports.keySet());
  }

  /** The address of a path at the balancer. */
  public URI address(String path) {
    return balancer.address(path);
  }

  /** The address of a path at one host, past the balancer. */
  public URI address(String name, String path) {
    return URI.create("http://localhost:" + port(name) + path);
  }

  /** The server of Redis, which can be killed and started again. */
  public RedisServer redis() {
    return redis;
  }

  /** The password of {@code bram-oakes}. */
  public String masterPassword() {
    return MASTER_PASSWORD;
  }

  /** How many reservations of a load are in the database. */
  public int reservations() throws SQLException {
    try (Connection connection = source.getConnection();
        PreparedStatement count = connection.prepareStatement(COUNT)) {
      count.setObject(1, FIRST_NIGHT_OF_LOAD);
      try (ResultSet found = count.executeQuery()) {
        found.next();
        return found.getInt(1);
      }
    }
  }

  /** Sends a message of the office to each host, past the balancer; how many have done it. */
  int sendToAll(String message) throws IOException, InterruptedException {
    int done = 0;
    for (String name : names()) {
      done += ClusterLoad.send(address(name, "/office"), message).statusCode() == 200 ? 1 : 0;
    }
    return done;
  }

  /** The folder with the log of each host. */
  public Path logs() {
    return logs;
  }

  /** Kills a host, whatever it does. */
  public void kill(String name) {
    Process process = node(name);
    process.destroyForcibly();
    await(process);
  }

  /** Tells a host to end: it leaves the balancer, and answers what it has accepted. */
  public void end(String name) {
    Process process = node(name);
    process.destroy();
    await(process);
  }

  private static void await(Process process) {
    try {
      if (!process.waitFor(DRAIN_SECONDS, TimeUnit.SECONDS)) {
        throw new IllegalStateException("a host did not end");
      }
    } catch (InterruptedException stopped) {
      Thread.currentThread().interrupt();
    }
  }

  /** Starts a host again that has ended, and waits until it listens. */
  public void startAgain(String name) {
    Process process = process(name);
    nodes.put(name, process);
    Programs.awaitPort(port(name), process);
  }

  /** Stops everything, and removes the logs. */
  @Override
  public void close() {
    balancer.close();
    nodes.values().forEach(Process::destroyForcibly);
    redis.close();
    database.close();
    Programs.run(List.of("rm", "-r", logs.toString()));
  }
}
