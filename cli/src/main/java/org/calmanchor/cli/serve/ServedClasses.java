package org.calmanchor.cli.serve;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.calmanchor.cli.classes.UserClasses;
import org.calmanchor.cli.terminal.CommandException;
import org.calmanchor.core.access.Access;
import org.calmanchor.core.problem.ContractException;
import org.calmanchor.core.read.ContractReader;
import org.calmanchor.core.reading.Reading;
import org.calmanchor.host.SoapHost;
import org.jspecify.annotations.Nullable;

/**
 * The services that are to be hosted, as they are on the class path now.
 *
 * @param services the services in the order in which they are announced
 * @param notes what is left out, and why
 */
record ServedClasses(List<Served> services, List<String> notes) {
  /**
   * What is to be served.
   *
   * @param names full names of classes; none for all that the folders have
   * @param path where all of them answer; null for a path of each one's own
   * @param knowsCallers whether the host will know callers
   * @param operations who may call, by service or by service and operation, other than the code
   *     says
   */
  record Selection(
      List<String> names,
      @Nullable String path,
      boolean knowsCallers,
      Map<String, Access> operations) {
    /** Copies the names. */
    Selection {
      names = List.copyOf(names);
    }
  }

  /** A service, with its path. */
  record Served(String path, Class<?> type, Reading reading) {
    /** The name of its port type. */
    String name() {
      return reading.contract().portTypes().get(0).name().getLocalPart();
    }
  }

  /**
   * Reads all contracts before any object is created or port opened, so that all problems are shown
   * at once.
   *
   * @throws CommandException with all problems
   */
  static ServedClasses read(UserClasses classes, Selection selection) {
    List<String> names = selection.names();
    String path = selection.path();
    List<String> notes = new ArrayList<>();
    List<Class<?>> types =
        names.isEmpty()
            ? found(classes, notes)
            : names.stream().<Class<?>>map(classes::named).toList();
    Map<String, Class<?>> byPath = new LinkedHashMap<>();
    List<Served> services = new ArrayList<>();
    List<String> problems = new ArrayList<>();
    ChangedCallers changes = new ChangedCallers(selection.operations());
    for (Class<?> type : types) {
      String own = path == null ? "/" + type.getSimpleName() : path;
      Class<?> other = byPath.put(own, type);
      if (other != null && path == null) {
        throw CommandException.usage(
            other.getName()
                + " and "
                + type.getName()
                + " would have the same path, "
                + own
                + ". Serve them apart, or together at one path: --path "
                + own);
      }
      try {
        Reading reading = changes.applyTo(ContractReader.read(type));
        services.add(new Served(own, type, reading));
        if (!selection.knowsCallers()) {
          marked(type, reading).ifPresent(problems::add);
        }
      } catch (ContractException unfit) {
        problems.add(unfit.getMessage());
      } catch (LinkageError incomplete) {
        problems.add(
            type.getName()
                + " cannot be read: "
                + incomplete.getMessage()
                + " is missing or broken.");
      }
    }
    changes.requireAllUsed();
    if (!problems.isEmpty()) {
      throw CommandException.problem(String.join("\n", problems));
    }
    return new ServedClasses(List.copyOf(services), List.copyOf(notes));
  }

  /** A problem if an operation is for certain callers, so that it must not be open. */
  private static Optional<String> marked(Class<?> type, Reading reading) {
    return reading.members().operations().entrySet().stream()
        .filter(each -> each.getValue().access().isMarked())
        .min(Map.Entry.comparingByKey())
        .map(
            each ->
                "Operation "
                    + each.getKey()
                    + " of "
                    + type.getSimpleName()
                    + " is for certain callers ("
                    + each.getValue().access()
                    + "). Name the file that knows them: --callers FILE. To make one: calm-anchor"
                    + " callers add NAME.");
  }

  /** The services in the folders that can be made here. */
  private static List<Class<?>> found(UserClasses classes, List<String> notes) {
    List<Class<?>> served = new ArrayList<>();
    for (Class<?> type : classes.services()) {
      String needs = UserClasses.needs(type);
      if (needs == null) {
        served.add(type);
      } else {
        notes.add(
            type.getName()
                + " is not served: its constructor needs arguments, "
                + needs
                + ". Host it from Java: SoapHost.onPort(8080).serve(\"/"
                + type.getSimpleName()
                + "\", yourObject).start().");
      }
    }
    if (served.isEmpty()) {
      throw CommandException.problem(String.join("\n", notes));
    }
    return served;
  }

  /**
   * Creates the objects, and adds the services to a host.
   *
   * @throws CommandException when an object cannot be made, or two services at a path cannot be
   *     told apart
   */
  void addTo(SoapHost host) {
    for (Served each : services) {
      Object object = UserClasses.instance(each.type());
      try {
        host.serve(each.path(), each.reading(), object);
      } catch (IllegalArgumentException wrong) {
        throw CommandException.usage(String.valueOf(wrong.getMessage()));
      }
    }
  }
}
