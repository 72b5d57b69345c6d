package org.calmanchor.launch.control;

import java.io.IOException;
import java.net.UnixDomainSocketAddress;
import java.nio.channels.SocketChannel;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;

/** Sends commands to a running host of the same user. */
public final class ControlClient {
  private ControlClient() {}

  /**
   * The socket of the host that is meant.
   *
   * @param given its socket; null if it was not named
   * @param port its port; null if it was not named
   * @throws ControlException when there is none, or several and nobody says which
   */
  public static Path socket(ControlPlaces places, @Nullable Path given, @Nullable Integer port) {
    if (given != null) {
      return given;
    }
    if (port != null) {
      return places.socket(port);
    }
    List<Path> running = places.sockets().stream().filter(ControlClient::isAnswered).toList();
    if (running.isEmpty()) {
      throw new ControlException(
          "No host of yours runs here, as far as "
              + places.folder()
              + " says. If the host belongs to another user, or has a control-socket, name its"
              + " socket with --socket=FILE.");
    }
    if (running.size() > 1) {
      throw new ControlException(
          "Several hosts run here; say which with --port: "
              + running.stream()
                  .map(each -> each.getFileName().toString())
                  .collect(Collectors.joining(", "))
              + ".");
    }
    return running.get(0);
  }

  /** Whether a host takes commands there. */
  static boolean isAnswered(Path socket) {
    try (SocketChannel channel = SocketChannel.open(UnixDomainSocketAddress.of(socket))) {
      return channel.isConnected();
    } catch (IOException | IllegalArgumentException nobody) {
      return false;
    }
  }

  /**
   * Sends a command, and returns what the host says.
   *
   * @throws ControlException when it refuses the command, or does not answer
   */
  public static List<String> send(Path socket, List<String> words) {
    ControlMessage answer;
    try (SocketChannel channel = SocketChannel.open(UnixDomainSocketAddress.of(socket))) {
      ControlMessage.writeWords(channel, words);
      answer = ControlMessage.read(channel);
    } catch (IOException unreached) {
      throw new ControlException(
          Files.exists(socket)
              ? "The host at " + socket + " does not answer: " + unreached.getMessage() + "."
              : "No host takes commands at " + socket + ".");
    }
    if (!answer.isDone()) {
      throw new ControlException(String.join("\n", answer.lines()));
    }
    return answer.lines();
  }
}
