package org.calmanchor.servers;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;

/** A proxy at a free port of this machine, before one host: as Debian ships it, and little else. */
public final class ProxyServer implements AutoCloseable {
  /** A program that passes HTTP on. */
  public enum Kind {
    /** Apache's server. */
    HTTPD(
        "/usr/sbin/apache2",
        """
        ServerRoot %1$s
        PidFile pid
        ServerName localhost
        Listen 127.0.0.1:%2$d
        LoadModule mpm_event_module /usr/lib/apache2/modules/mod_mpm_event.so
        LoadModule authz_core_module /usr/lib/apache2/modules/mod_authz_core.so
        LoadModule headers_module /usr/lib/apache2/modules/mod_headers.so
        LoadModule proxy_module /usr/lib/apache2/modules/mod_proxy.so
        LoadModule proxy_http_module /usr/lib/apache2/modules/mod_proxy_http.so
        User www-data
        Group www-data
        ErrorLog errors
        %4$s
        ProxyPass / http://127.0.0.1:%3$d/
        """,
        "-DFOREGROUND|-f"),
    /** HAProxy, whose frontend gets the additional lines. */
    HAPROXY(
        "/usr/sbin/haproxy",
        """
        # %1$s
        defaults
          mode http
          timeout connect 5s
          timeout client 60s
          timeout server 60s
        frontend all
          bind 127.0.0.1:%2$d
          %4$s
          default_backend host
        backend host
          server one 127.0.0.1:%3$d
        """,
        "-db|-f"),
    /** Nginx, whose location gets the additional lines. */
    NGINX(
        "/usr/sbin/nginx",
        """
        pid %1$s/pid;
        error_log %1$s/errors;
        events {}
        http {
          access_log off;
          client_body_temp_path %1$s/bodies;
          proxy_temp_path %1$s/answers;
          fastcgi_temp_path %1$s/f;
          uwsgi_temp_path %1$s/u;
          scgi_temp_path %1$s/s;
          server {
            listen 127.0.0.1:%2$d;
            location / {
              proxy_pass http://127.0.0.1:%3$d;
              %4$s
            }
          }
        }
        """,
        "-g|daemon off;|-c");

    private final String program;
    private final String config;
    private final String options;

    /** The options, separated by bars, come before the file of the configuration. */
    Kind(String program, String config, String options) {
      this.program = program;
      this.config = config;
      this.options = options;
    }

    private List<String> command(Path file) {
      List<String> command = new ArrayList<>(List.of(program));
      command.addAll(List.of(options.split("\\|", -1)));
      command.add(file.toString());
      return command;
    }
  }

  private final StartedServers started = new StartedServers();
  private final int port = Programs.freePort();

  private ProxyServer(Kind kind, int before, String lines) throws IOException {
    Path folder = started.add(TemporaryFolder.of("proxy")).path();
    Path config =
        Files.writeString(
            folder.resolve("config"), kind.config.formatted(folder, port, before, lines));
    started
        .add(
            ServerProcess.start(
                kind.name(),
                "",
                ServerProcess.Signal.TERM,
                kind.command(config),
                Map.of(),
                folder.resolve("log")))
        .awaitPort(port);
  }

  /**
   * Starts a proxy.
   *
   * @param before the port of the host
   * @param lines of its configuration, besides what it needs
   * @throws IllegalStateException if the program is not installed, or does not start
   */
  public static ProxyServer start(Kind kind, int before, String lines) {
    if (!Files.isExecutable(Path.of(kind.program))) {
      throw new IllegalStateException("There is no " + kind.program + ". ./verify installs it.");
    }
    try {
      return new ProxyServer(kind, before, lines);
    } catch (IOException failed) {
      throw new UncheckedIOException(failed);
    }
  }

  /** Where it listens. */
  public int port() {
    return port;
  }

  /** Stops it, and removes its folder. */
  @Override
  public void close() {
    started.close();
  }
}
