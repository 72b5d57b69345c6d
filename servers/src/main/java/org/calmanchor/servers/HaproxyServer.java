package org.calmanchor.servers;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.net.URI;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;

/**
 * A HAProxy at a free port of this machine, before some hosts of Calm Anchor. It asks each whether
 * it is ready, and says in the header {@code Harbor-Node} which of them has answered.
 */
public final class HaproxyServer implements AutoCloseable {
  private static final Path DEBIAN = Path.of("/usr/sbin/haproxy");

  private final StartedServers started = new StartedServers();
  private final int port = Programs.freePort();

  private HaproxyServer(Map<String, Integer> nodes) throws IOException {
    Path folder = started.add(TemporaryFolder.of("haproxy")).path();
    Path config = Files.writeString(folder.resolve("haproxy.cfg"), config(port, nodes));
    started
        .add(
            ServerProcess.start(
                "HAProxy",
                "",
                ServerProcess.Signal.KILL,
                List.of(DEBIAN.toString(), "-db", "-f", config.toString()),
                Map.of(),
                folder.resolve("log")))
        .awaitPort(port);
  }

  /**
   * Starts one.
   *
   * @param nodes the ports of the hosts, by their names
   * @throws IllegalStateException if HAProxy is not installed, or does not start
   */
  public static HaproxyServer before(Map<String, Integer> nodes) {
    if (!Files.isExecutable(DEBIAN)) {
      throw new IllegalStateException("There is no " + DEBIAN + ". ./verify installs it.");
    }
    try {
      return new HaproxyServer(nodes);
    } catch (IOException failed) {
      throw new UncheckedIOException(failed);
    }
  }

  private static String config(int port, Map<String, Integer> nodes) {
    StringBuilder text =
        new StringBuilder(
            """
            global
              maxconn 2000
            defaults
              mode http
              timeout connect 1s
              timeout client 65s
              timeout server 65s
              # A host that is only slow to say how it is stays.
              timeout check 2s
              option redispatch
              retries 3
              # A call that a node may have begun is never sent to another one.
              retry-on conn-failure
            frontend harbor
              bind 127.0.0.1:%d
              default_backend nodes
            backend nodes
              balance roundrobin
              option httpchk GET /health/ready
              default-server check inter 200ms fall 1 rise 2
              http-response set-header Harbor-Node %%s
            """
                .formatted(port));
    nodes.forEach(
        (name, at) ->
            text.append("  server ").append(name).append(" 127.0.0.1:").append(at).append('\n'));
    return text.toString();
  }

  /** The address of a path. */
  public URI address(String path) {
    return URI.create("http://localhost:" + port + path);
  }

  /** Stops it, and removes its folder. */
  @Override
  public void close() {
    started.close();
  }
}
