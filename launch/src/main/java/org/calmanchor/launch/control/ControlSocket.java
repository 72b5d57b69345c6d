package org.calmanchor.launch.control;

import java.io.IOException;
import java.net.StandardProtocolFamily;
import java.net.UnixDomainSocketAddress;
import java.nio.channels.ServerSocketChannel;
import java.nio.channels.SocketChannel;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.BasicFileAttributes;
import java.nio.file.attribute.PosixFilePermissions;
import java.util.List;
import java.util.Optional;
import org.calmanchor.configuration.Configuration;
import org.calmanchor.configuration.Settings;
import org.calmanchor.core.logging.Loggable;
import org.calmanchor.host.RunningHost;
import org.calmanchor.web.hosting.HostSettings;
import org.jspecify.annotations.Nullable;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/**
 * Takes commands for a running host from processes of the same user: the socket is a file that
 * nobody else may use, and no port is opened. A host whose socket cannot be opened serves without.
 */
public final class ControlSocket implements AutoCloseable {
  private static final Logger LOG = LoggerFactory.getLogger(ControlSocket.class);
  private static final String ONLY_OWNER = "rw-------";

  private final ServerSocketChannel server;
  private final Path socket;
  private final HostControl control;

  private ControlSocket(ServerSocketChannel server, Path socket, HostControl control) {
    this.server = server;
    this.socket = socket;
    this.control = control;
  }

  /**
   * Has a host start in the states that commands have left it in, if the configuration keeps them.
   * Called when the host knows all its services.
   *
   * @throws IllegalStateException when they cannot be read
   */
  public static void restoreStates(HostSettings<?> host, Configuration configuration) {
    configuration.find(Settings.KEEP_SWITCHES).map(KeptStates::new).ifPresent(k -> k.applyTo(host));
  }

  /**
   * Opens the socket of a host where the configuration says.
   *
   * @param end ends the process as if it was told to; it returns at once
   * @param reload loads the classes again; null if they stay as they are
   * @return empty if the configuration wants none, or none can be opened in the folder of the user,
   *     which the log says
   * @throws IllegalStateException when the socket that the configuration names cannot be opened
   */
  public static Optional<ControlSocket> open(
      RunningHost host, Configuration configuration, Runnable end, @Nullable Runnable reload) {
    KeptStates kept = configuration.find(Settings.KEEP_SWITCHES).map(KeptStates::new).orElse(null);
    HostControl control = new HostControl(host, end, reload, kept);
    try {
      ControlPlaces places = ControlPlaces.of(System.getenv());
      ControlPlaces.Place place = places.placeOf(configuration, control.port());
      return place.isWanted() ? Optional.of(open(place.socket(), control)) : Optional.empty();
    } catch (ControlException | IOException | UnsupportedOperationException unfit) {
      Path given = configuration.find(Settings.CONTROL_SOCKET).orElse(null);
      if (given != null) {
        throw new IllegalStateException(
            "The control-socket " + given + " cannot be opened: " + unfit.getMessage() + ".",
            unfit);
      }
      LOG.warn(
          "there is no socket for commands such as switch: {}",
          Loggable.text(String.valueOf(unfit.getMessage())));
      return Optional.empty();
    }
  }

  private static ControlSocket open(Path socket, HostControl control) throws IOException {
    if (Files.exists(socket)) {
      if (ControlClient.isAnswered(socket)) {
        throw new ControlException(socket + " belongs to another host that runs");
      }
      if (!Files.readAttributes(socket, BasicFileAttributes.class).isOther()) {
        throw new ControlException("there is something that is no socket");
      }
      // Its host could not remove it, such as after a power failure.
      Files.delete(socket);
    }
    ServerSocketChannel server = ServerSocketChannel.open(StandardProtocolFamily.UNIX);
    try {
      server.bind(UnixDomainSocketAddress.of(socket));
      Files.setPosixFilePermissions(socket, PosixFilePermissions.fromString(ONLY_OWNER));
    } catch (IOException | RuntimeException failed) {
      server.close();
      throw failed;
    }
    ControlSocket opened = new ControlSocket(server, socket, control);
    thread(opened::acceptAll, "calm-anchor-control");
    Runtime.getRuntime().addShutdownHook(new Thread(opened::close, "calm-anchor-control-end"));
    return opened;
  }

  private static void thread(Runnable work, String name) {
    Thread thread = new Thread(work, name);
    thread.setDaemon(true);
    thread.start();
  }

  private void acceptAll() {
    while (server.isOpen()) {
      try {
        SocketChannel asked = server.accept();
        // One that says nothing does not keep the others waiting.
        thread(() -> answer(asked), "calm-anchor-command");
      } catch (IOException closed) {
        LOG.debug("the socket for commands is closed", Loggable.failure(closed));
      }
    }
  }

  private void answer(SocketChannel asked) {
    try (asked) {
      List<String> words = ControlMessage.readWords(asked);
      if (words.isEmpty()) {
        return;
      }
      ControlMessage answer;
      try {
        answer = new ControlMessage(true, control.run(words));
      } catch (ControlException | IllegalArgumentException refused) {
        answer = new ControlMessage(false, List.of(String.valueOf(refused.getMessage())));
      }
      answer.write(asked);
    } catch (IOException gone) {
      LOG.debug("who sent a command did not wait", Loggable.failure(gone));
    } catch (RuntimeException failed) {
      LOG.error("a command failed", Loggable.failure(failed));
    }
  }

  /** Takes no more commands, and removes the socket. */
  @Override
  public void close() {
    try {
      server.close();
      Files.deleteIfExists(socket);
    } catch (IOException failed) {
      LOG.debug("the socket for commands could not be removed", Loggable.failure(failed));
    }
  }
}
