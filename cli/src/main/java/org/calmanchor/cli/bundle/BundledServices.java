package org.calmanchor.cli.bundle;

import java.util.ArrayList;
import java.util.List;
import org.calmanchor.cli.classes.UserClasses;
import org.calmanchor.cli.serve.Selection;
import org.calmanchor.configuration.Configuration;
import org.calmanchor.deployment.ServedClasses;

/** The services of a bundle. */
public final class BundledServices {
  private BundledServices() {}

  /**
   * The services with their paths, whose contracts have no problem: each is a path, = and a class.
   *
   * @param notes gets what is left out, and why
   * @throws org.calmanchor.deployment.DeploymentException with all problems of the classes
   */
  public static List<String> of(
      Configuration configuration, UserClasses classes, List<String> notes) {
    List<String> lines = new ArrayList<>();
    for (ServedClasses.Served each :
        ServedClasses.read(Selection.wanted(configuration, classes, notes)).services()) {
      lines.add(each.path() + "=" + each.type().getName());
    }
    return lines;
  }
}
