package org.calmanchor.cli.serve;

import java.util.ArrayList;
import java.util.List;
import org.calmanchor.cli.classes.UserClasses;
import org.calmanchor.cli.terminal.CommandException;
import org.calmanchor.configuration.Configuration;
import org.calmanchor.configuration.ServedName;
import org.calmanchor.configuration.Settings;
import org.calmanchor.deployment.ServedClasses;
import org.calmanchor.deployment.ServedClasses.Wanted;
import org.calmanchor.deployment.ServiceObjects;
import org.calmanchor.host.SoapHost;
import org.calmanchor.launch.ConfiguredHost;

/**
 * What is to be served: the classes that the configuration names, or all that the folders have.
 *
 * @param host what the configuration says about the host
 */
public record Selection(Configuration configuration, ConfiguredHost host) {
  /**
   * Reads the contracts of the classes, as they are on the class path now.
   *
   * @param notes gets what is left out, and why
   * @throws CommandException when a class is not there
   * @throws org.calmanchor.deployment.DeploymentException with all problems of the classes
   */
  ServedClasses read(UserClasses classes, List<String> notes) {
    return ServedClasses.read(wanted(configuration, classes, notes), host.services());
  }

  /**
   * The classes that a configuration names, or all that the folders have.
   *
   * @param notes gets what is left out, and why
   * @throws CommandException when a class is not there
   */
  public static List<Wanted> wanted(
      Configuration configuration, UserClasses classes, List<String> notes) {
    List<ServedName> names = configuration.find(Settings.SERVICES).orElse(List.of());
    List<Wanted> wanted = new ArrayList<>();
    if (names.isEmpty()) {
      found(classes, notes).forEach(type -> wanted.add(new Wanted("", type)));
    } else {
      for (ServedName each : names) {
        wanted.add(new Wanted(each.path(), classes.named(each.className())));
      }
    }
    return wanted;
  }

  /** Tells a host of the services what the configuration says about them. */
  void applyStates(SoapHost hosted) {
    host.services().applyStates(hosted);
  }

  /** The services in the folders that can be made here. */
  private static List<Class<?>> found(UserClasses classes, List<String> notes) {
    List<Class<?>> served = new ArrayList<>();
    for (Class<?> type : classes.services()) {
      String needs = ServiceObjects.needs(type);
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
}
