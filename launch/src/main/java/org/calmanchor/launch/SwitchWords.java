package org.calmanchor.launch;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import org.calmanchor.launch.control.ControlClient;
import org.calmanchor.launch.control.ControlCommand;
import org.calmanchor.launch.control.ControlPlaces;
import org.jspecify.annotations.Nullable;

/**
 * What a person tells a running bundle: {@code switch off /berths#reserve}.
 *
 * @param socket the socket of the host; null if it was not named
 * @param port its port; null if it was not named
 * @param words the command and its places
 */
record SwitchWords(@Nullable Path socket, @Nullable Integer port, List<String> words) {
  static final String SWITCH = "switch";
  private static final String SOCKET = "--socket=";
  private static final String PORT = "--port=";

  SwitchWords {
    words = List.copyOf(words);
  }

  /**
   * Reads what stands after the word.
   *
   * @throws IllegalArgumentException when an option is not one of these
   */
  static SwitchWords of(List<String> arguments) {
    Path socket = null;
    Integer port = null;
    List<String> words = new ArrayList<>();
    for (String argument : arguments) {
      if (argument.startsWith(SOCKET)) {
        socket = Path.of(argument.substring(SOCKET.length()));
      } else if (argument.matches(PORT + "\\d{1,5}")) {
        port = Integer.valueOf(argument.substring(PORT.length()));
      } else if (argument.startsWith("-")) {
        throw new IllegalArgumentException(
            argument + ": with the word switch there are --port=N and --socket=FILE.");
      } else {
        words.add(argument);
      }
    }
    return new SwitchWords(
        socket, port, words.isEmpty() ? List.of(ControlCommand.SHOW.word()) : words);
  }

  /** Sends the command, and returns what the host says. */
  List<String> send(Map<String, String> environment) {
    return ControlClient.send(
        ControlClient.socket(ControlPlaces.of(environment), socket, port), words);
  }
}
