package org.calmanchor.launch.control;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.NoSuchFileException;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.util.ArrayList;
import java.util.List;
import org.calmanchor.core.logging.Loggable;
import org.calmanchor.web.hosting.HostSettings;
import org.calmanchor.web.hosting.PathState;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/**
 * Keeps in a file what commands have switched off or taken out of the index, for the next start. A
 * line has a path, {@code listed} or {@code unlisted}, and the operations that are off.
 */
final class KeptStates {
  private static final Logger LOG = LoggerFactory.getLogger(KeptStates.class);

  private final Path file;

  /** Keeps states in that file, which is written when the first command changes something. */
  KeptStates(Path file) {
    this.file = file;
  }

  /** Writes the states; the file is replaced in one step. */
  void write(List<PathState> states) {
    List<String> lines = new ArrayList<>();
    lines.add("# What commands have switched; calm-anchor writes it.");
    for (PathState state : states) {
      lines.add(
          state.path()
              + (state.isListed() ? " listed " : " unlisted ")
              + String.join(" ", state.switchedOff()));
    }
    try {
      Path next = file.resolveSibling(file.getFileName() + ".new");
      Files.write(next, lines);
      Files.move(next, file, StandardCopyOption.REPLACE_EXISTING, StandardCopyOption.ATOMIC_MOVE);
    } catch (IOException unwritable) {
      throw new ControlException(
          "It is done, but will not survive a restart: "
              + file
              + " cannot be written ("
              + unwritable.getMessage()
              + ").");
    }
  }

  /**
   * Has a host start in the states that were kept; paths and operations that are gone are skipped.
   */
  void applyTo(HostSettings<?> host) {
    List<String> lines;
    try {
      lines = Files.readAllLines(file);
    } catch (NoSuchFileException nothingKept) {
      return;
    } catch (IOException unreadable) {
      throw new IllegalStateException(
          file
              + " cannot be read: "
              + unreadable.getMessage()
              + ". Remove it, or set keep-switches.",
          unreadable);
    }
    for (String line : lines) {
      if (!line.startsWith("#") && !line.isBlank()) {
        apply(List.of(line.strip().split(" ", -1)), host);
      }
    }
  }

  private static void apply(List<String> words, HostSettings<?> host) {
    PathState now =
        host.states().stream()
            .filter(state -> state.path().equals(words.get(0)))
            .findFirst()
            .orElse(null);
    if (now == null || words.size() < 2) {
      LOG.warn("a kept state is skipped: {}", Loggable.text(String.join(" ", words)));
      return;
    }
    List<String> off = new ArrayList<>(now.operations());
    off.retainAll(words.subList(2, words.size()));
    host.restore(now.path(), words.get(1).equals("listed"), off);
  }
}
