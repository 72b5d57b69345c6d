package org.calmanchor.deployment;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.calmanchor.configuration.Configuration;
import org.calmanchor.configuration.ConfigurationException;
import org.calmanchor.configuration.ServedName;
import org.calmanchor.configuration.Settings;
import org.calmanchor.core.access.Access;
import org.calmanchor.core.problem.ContractException;
import org.calmanchor.core.read.ContractReader;
import org.calmanchor.core.reading.Reading;
import org.calmanchor.web.hosting.HostSettings;

/**
 * The services that are to be hosted.
 *
 * @param services in the order in which they are announced
 */
public record ServedClasses(List<Served> services) {
  /**
   * A class that is to be hosted.
   *
   * @param path where it answers; empty for a path of its simple name
   */
  public record Wanted(String path, Class<?> type) {
    String ownPath() {
      return path.isEmpty() ? "/" + type.getSimpleName() : path;
    }
  }

  /** A service, with its path. */
  public record Served(String path, Class<?> type, Reading reading) {
    /** The name of its port type. */
    public String name() {
      return reading.contract().portTypes().get(0).name().getLocalPart();
    }
  }

  /** Copies the list. */
  public ServedClasses {
    services = List.copyOf(services);
  }

  /**
   * The classes that a configuration names.
   *
   * @param loader has them
   * @throws ConfigurationException when it names none, or one is not there
   */
  public static List<Wanted> wanted(Configuration configuration, ClassLoader loader) {
    List<Wanted> wanted = new ArrayList<>();
    for (ServedName name : configuration.find(Settings.SERVICES).orElse(List.of())) {
      try {
        wanted.add(new Wanted(name.path(), Class.forName(name.className(), false, loader)));
      } catch (ClassNotFoundException | LinkageError missing) {
        throw configuration.problem(
            Settings.SERVICES, "there is no class " + name.className() + " in this bundle.");
      }
    }
    if (wanted.isEmpty()) {
      throw new ConfigurationException(
          "services: there is none. Name the classes, such as --services=/berths=harbor.BerthDesk.");
    }
    return wanted;
  }

  /**
   * Reads all contracts before any object is created or port opened, so that all problems are shown
   * at once.
   *
   * @throws DeploymentException with all problems of the classes
   * @throws ConfigurationException when two services have the same path by their names, or the file
   *     of callers names an operation that is not there
   */
  public static ServedClasses read(List<Wanted> wanted, ConfiguredServices services) {
    return read(wanted, services.operations(), services.callers().isAny());
  }

  /**
   * The same for a host that is not known yet, whose callers the code alone decides about.
   *
   * @throws DeploymentException with all problems of the classes
   * @throws ConfigurationException when two services have the same path by their names
   */
  public static ServedClasses read(List<Wanted> wanted) {
    return read(wanted, Map.of());
  }

  /**
   * The same for a host about whose callers somebody else decides, too.
   *
   * @param operations who may call, other than the code says
   * @throws DeploymentException with all problems of the classes
   * @throws ConfigurationException when two services have the same path by their names, or there is
   *     no such operation
   */
  public static ServedClasses read(List<Wanted> wanted, Map<String, Access> operations) {
    return read(wanted, operations, true);
  }

  private static ServedClasses read(
      List<Wanted> wanted, Map<String, Access> operations, boolean knowsCallers) {
    requirePaths(wanted);
    List<Served> services = new ArrayList<>();
    List<String> problems = new ArrayList<>();
    ChangedCallers changes = new ChangedCallers(operations);
    for (Wanted each : wanted) {
      try {
        Reading reading = changes.applyTo(ContractReader.read(each.type()));
        services.add(new Served(each.ownPath(), each.type(), reading));
        if (!knowsCallers) {
          marked(each.type(), reading).ifPresent(problems::add);
        }
      } catch (ContractException unfit) {
        problems.add(unfit.getMessage());
      } catch (LinkageError incomplete) {
        problems.add(
            each.type().getName()
                + " cannot be read: "
                + incomplete.getMessage()
                + " is missing or broken.");
      }
    }
    if (!problems.isEmpty()) {
      throw new DeploymentException(String.join("\n", problems));
    }
    changes.requireAllUsed();
    return new ServedClasses(services);
  }

  /** Two classes share a path only if somebody wants it. */
  private static void requirePaths(List<Wanted> wanted) {
    Map<String, Class<?>> byPath = new LinkedHashMap<>();
    for (Wanted each : wanted) {
      Class<?> other = byPath.put(each.ownPath(), each.type());
      if (other != null && each.path().isEmpty()) {
        throw new ConfigurationException(
            "services: "
                + other.getName()
                + " and "
                + each.type().getName()
                + " would have the same path, "
                + each.ownPath()
                + ". Give each one a path, or both the same one, such as "
                + each.ownPath()
                + "="
                + each.type().getName()
                + ".");
      }
    }
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

  /**
   * Creates the objects, and adds the services to a host.
   *
   * @throws DeploymentException when an object cannot be made
   * @throws ConfigurationException when two services at a path cannot be told apart
   */
  public void addTo(HostSettings<?> host) {
    for (Served each : services) {
      Object object = ServiceObjects.make(each.type());
      try {
        host.serve(each.path(), each.reading(), object);
      } catch (IllegalArgumentException wrong) {
        throw new ConfigurationException("services: " + wrong.getMessage() + ".");
      }
    }
  }
}
