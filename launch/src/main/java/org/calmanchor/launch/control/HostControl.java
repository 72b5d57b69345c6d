package org.calmanchor.launch.control;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.stream.Collectors;
import org.calmanchor.core.logging.Loggable;
import org.calmanchor.core.problem.NearMiss;
import org.calmanchor.host.HostLoad;
import org.calmanchor.host.RunningHost;
import org.calmanchor.web.hosting.PathState;
import org.jspecify.annotations.Nullable;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/** Does what commands for a running host say. Safe for several threads. */
final class HostControl {
  private static final Logger LOG = LoggerFactory.getLogger(HostControl.class);

  private final RunningHost host;
  private final Runnable end;
  private final @Nullable Runnable reload;
  private final @Nullable KeptStates kept;

  /**
   * Creates the control of a host.
   *
   * @param end ends the process as if it was told to; it returns at once
   * @param reload loads the classes again; null if they stay as they are
   * @param kept keeps the states for the next start; null for none
   */
  HostControl(
      RunningHost host, Runnable end, @Nullable Runnable reload, @Nullable KeptStates kept) {
    this.host = host;
    this.end = end;
    this.reload = reload;
    this.kept = kept;
  }

  int port() {
    return host.port();
  }

  /**
   * Does what the words say.
   *
   * @return what a person wants to know afterwards
   * @throws ControlException when it cannot be done; nothing is changed then
   * @throws IllegalArgumentException the same
   */
  synchronized List<String> run(List<String> words) {
    ControlCommand command = ControlCommand.of(words.get(0));
    List<String> places = words.subList(1, words.size());
    switch (command) {
      case SHOW, RELOAD, DRAIN -> requireNone(command, places);
      default -> requireSome(command, places);
    }
    List<String> answer =
        switch (command) {
          case SHOW -> show();
          case RELOAD -> reload();
          case DRAIN -> drain();
          default -> change(command, places);
        };
    if (command != ControlCommand.SHOW) {
      LOG.info("done by command: switch {}", Loggable.text(String.join(" ", words)));
    }
    return answer;
  }

  private static String near(String given, List<String> known) {
    String near = NearMiss.of(given, known, "");
    return near.isEmpty() ? "" : " " + near;
  }

  private static void requireNone(ControlCommand command, List<String> places) {
    if (!places.isEmpty()) {
      throw new ControlException(command.word() + " is about the whole host; leave the path out.");
    }
  }

  private static void requireSome(ControlCommand command, List<String> places) {
    if (places.isEmpty()) {
      throw new ControlException(
          "Say what to switch: "
              + command.word()
              + " /berths, or "
              + command.word()
              + " /berths#reserve.");
    }
  }

  private List<String> change(ControlCommand command, List<String> places) {
    List<Place> read = places.stream().map(each -> Place.of(each, command)).toList();
    // All of them are there, or nothing is changed.
    read.forEach(each -> each.requireIn(host.states()));
    for (Place place : read) {
      switch (command) {
        case OFF -> host.switchOff(place.path(), place.operations());
        case ON -> host.switchOn(place.path(), place.operations());
        case LIST -> host.list(place.path(), true);
        default -> host.list(place.path(), false);
      }
    }
    if (kept != null) {
      kept.write(host.states());
    }
    return host.states().stream()
        .filter(state -> read.stream().anyMatch(each -> each.path().equals(state.path())))
        .map(HostControl::line)
        .toList();
  }

  private List<String> show() {
    List<String> lines = new ArrayList<>();
    String reason = host.reasonNotReady();
    int running = host.calls().count();
    int stuck = host.calls().stuckCount();
    lines.add(
        host.address("/")
            + (reason == null ? " is ready" : " is not ready: " + reason)
            + "; "
            + (running == 1 ? "1 call runs" : running + " calls run")
            + (stuck == 0 ? "." : ", " + stuck + " of them stuck."));
    host.states().forEach(state -> lines.add("  " + line(state)));
    lines.addAll(load(host.load()));
    return lines;
  }

  private static List<String> load(HostLoad load) {
    String used =
        String.format(
            Locale.ROOT,
            "  in use   %s calls, %s connections, %s sessions, %d of %d MB for messages;"
                + " %d passwords wait",
            load.calls(),
            load.connections(),
            load.sessions(),
            load.heldBytes() >> 20,
            load.mostHeldBytes() >> 20,
            load.waitingPasswords());
    String refused =
        load.refused().entrySet().stream()
            .sorted(Map.Entry.comparingByKey())
            .map(each -> each.getKey().title() + " " + each.getValue())
            .collect(Collectors.joining(", "));
    return List.of(
        "",
        used,
        "  refused  "
            + (refused.isEmpty() ? "nothing" : "by limits: " + refused)
            + ", since the start");
  }

  private static String line(PathState state) {
    String calls =
        state.isOff()
            ? "off"
            : state.switchedOff().isEmpty()
                ? "on"
                : "on, without " + String.join(", ", state.switchedOff());
    return state.path() + "  " + calls + (state.isListed() ? "" : ", not in the index");
  }

  private List<String> reload() {
    if (reload == null) {
      throw new ControlException(
          "This host keeps its classes. Start it with calm-anchor serve --watch to load them again,"
              + " or drain it and start it anew.");
    }
    reload.run();
    return List.of("The classes are loaded again; the terminal of the host says what has changed.");
  }

  private List<String> drain() {
    end.run();
    return List.of("The host says that it is not ready, answers what it has accepted, and ends.");
  }

  /** A path, or one of its operations. */
  private record Place(String path, String operation) {
    static Place of(String text, ControlCommand command) {
      int hash = text.indexOf('#');
      boolean isOfPath = command == ControlCommand.LIST || command == ControlCommand.UNLIST;
      if (hash >= 0 && isOfPath) {
        throw new ControlException(
            command.word() + " is about paths; leave #… out of " + text + ".");
      }
      if (text.endsWith("#")) {
        // Such as of an empty variable of a shell, which must not mean the whole path.
        throw new ControlException(
            text + " names no operation after #; leave # out for the whole path.");
      }
      return hash < 0
          ? new Place(text, "")
          : new Place(text.substring(0, hash), text.substring(hash + 1));
    }

    String[] operations() {
      return operation.isEmpty() ? new String[0] : new String[] {operation};
    }

    void requireIn(List<PathState> states) {
      List<String> paths = states.stream().map(PathState::path).toList();
      PathState state =
          states.stream().filter(each -> each.path().equals(path)).findFirst().orElse(null);
      if (state == null) {
        throw new ControlException(
            "Nothing is served at "
                + path
                + "; there is "
                + String.join(", ", paths)
                + "."
                + near(path, paths));
      }
      if (!operation.isEmpty() && !state.operations().contains(operation)) {
        throw new ControlException(
            path
                + " has no operation "
                + operation
                + "; there is "
                + String.join(", ", state.operations())
                + "."
                + near(operation, state.operations()));
      }
    }
  }
}
