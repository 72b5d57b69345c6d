package org.calmanchor.cluster;

import java.io.File;
import java.io.IOException;
import java.net.URI;
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
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.calmanchor.examples.harbor.BerthStore;
import org.calmanchor.servers.HaproxyServer;
import org.calmanchor.servers.PostgresServer;
import org.calmanchor.servers.Programs;
import org.calmanchor.servers.RedisServer;
import org.calmanchor.servers.ServerProcess;
import org.calmanchor.servers.ServerProcess.Signal;
import org.calmanchor.servers.StartedServers;
import org.calmanchor.servers.TemporaryFolder;
import org.postgresql.ds.PGSimpleDataSource;

/**
 * Some hosts of the harbor behind HAProxy, with one PostgreSQL and one Redis, all on this machine
 * at free ports. Hosts can be killed, told to end, and started again. Used by one thread.
 */
public final class Cluster implements AutoCloseable {
  private static final String MASTER_PASSWORD = "ebb-and-flow";

  /** Nobody else reserves so far ahead. */
  static final LocalDate FIRST_NIGHT_OF_LOAD = LocalDate.of(2100, 1, 1);

  private static final String COUNT = "select count(*) from reservation where arrival >= ?";

  private final PGSimpleDataSource source = new PGSimpleDataSource();
  private final StartedServers started;
  private final PostgresServer database;
  private final RedisServer redis;
  private final Path logs;
  private final Map<String, Integer> ports = new LinkedHashMap<>();
  private final Map<String, ServerProcess> nodes = new LinkedHashMap<>();
  private final HaproxyServer balancer;

  private Cluster(StartedServers started, int count) {
    this.started = started;
    database = started.add(PostgresServer.start());
    redis = started.add(RedisServer.start());
    logs = started.add(TemporaryFolder.of("cluster")).path();
    source.setURL(database.url("postgres"));
    source.setUser("postgres");
    BerthStore.over(source, true).close();
    for (int i = 1; i <= count; i++) {
      ports.put("node-" + i, Programs.freePort());
    }
    ports.keySet().forEach(name -> nodes.put(name, begin(name)));
    nodes.forEach((name, process) -> process.awaitPort(port(name)));
    balancer = started.add(HaproxyServer.before(ports));
  }

  /**
   * Starts everything, with so many hosts of the harbor. All that was started ends with this
   * process, and at once if something does not start.
   *
   * @throws IllegalStateException if something does not start; the message has the end of its log
   */
  public static Cluster start(int count) {
    StartedServers started = new StartedServers();
    try {
      return new Cluster(started, count);
    } catch (RuntimeException | Error failed) {
      started.close();
      throw failed;
    }
  }

  private ServerProcess begin(String name) {
    List<String> command = new ArrayList<>();
    command.add(Path.of(System.getProperty("java.home"), "bin", "java").toString());
    command.addAll(List.of("-Xmx256m", "-XX:+UseSerialGC", "-XX:TieredStopAtLevel=1"));
    command.addAll(List.of("-cp", absoluteClassPath()));
    command.addAll(List.of(HarborNode.class.getName(), Integer.toString(port(name))));
    Map<String, String> environment =
        Map.of(
            "DATABASE_URL",
            database.url("postgres"),
            "DATABASE_USER",
            "postgres",
            "REDIS_URL",
            redis.url().toString(),
            "BRAM_PASSWORD",
            MASTER_PASSWORD);
    return started.add(
        ServerProcess.start(name, "", Signal.KILL, command, environment, logs.resolve(name)));
  }

  /** The hosts run in another folder. */
  private static String absoluteClassPath() {
    return Stream.of(System.getProperty("java.class.path").split(File.pathSeparator, -1))
        .map(each -> Path.of(each).toAbsolutePath().toString())
        .collect(Collectors.joining(File.pathSeparator));
  }

  private int port(String name) {
    Integer port = ports.get(name);
    if (port == null) {
      throw new IllegalArgumentException("there is no host " + name + "; there are " + names());
    }
    return port;
  }

  private ServerProcess node(String name) {
    ServerProcess process = nodes.get(name);
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
    node(name).end(Signal.KILL);
  }

  /** Tells a host to end: it leaves the balancer, and answers what it has accepted. */
  public void end(String name) {
    node(name).end(Signal.TERM);
  }

  /** Starts a host again that has ended, and waits until it listens. */
  public void startAgain(String name) {
    ServerProcess process = begin(name);
    nodes.put(name, process);
    process.awaitPort(port(name));
  }

  /** Stops everything, and removes the logs. */
  @Override
  public void close() {
    started.close();
  }
}
