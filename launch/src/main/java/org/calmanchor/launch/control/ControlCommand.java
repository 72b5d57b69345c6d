package org.calmanchor.launch.control;

import java.util.List;
import java.util.Locale;
import org.calmanchor.core.problem.NearMiss;

/** What a host can be told. */
public enum ControlCommand {
  /** Tells the state of every path. */
  SHOW,
  /** Answers calls with a fault. */
  OFF,
  /** Answers them again. */
  ON,
  /** Takes a path out of the index. */
  UNLIST,
  /** Puts it back. */
  LIST,
  /** Loads the classes again. */
  RELOAD,
  /** Ends the host without losing a call. */
  DRAIN;

  /** The word of the command. */
  public String word() {
    return name().toLowerCase(Locale.ROOT);
  }

  /** The words of all commands. */
  public static List<String> words() {
    return List.of(values()).stream().map(ControlCommand::word).toList();
  }

  static ControlCommand of(String word) {
    for (ControlCommand each : values()) {
      if (each.word().equals(word)) {
        return each;
      }
    }
    throw new ControlException(
        "There is no command \""
            + word
            + "\"; there is "
            + String.join(", ", words())
            + "."
            + NearMiss.of(word, words(), "").replaceFirst("^(?=.)", " "));
  }
}
