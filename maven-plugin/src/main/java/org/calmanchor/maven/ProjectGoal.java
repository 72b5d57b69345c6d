package org.calmanchor.maven;

import java.io.File;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import org.apache.maven.artifact.DependencyResolutionRequiredException;
import org.apache.maven.plugin.MojoExecutionException;
import org.apache.maven.plugin.MojoFailureException;
import org.apache.maven.plugins.annotations.Parameter;
import org.apache.maven.project.MavenProject;
import org.calmanchor.cli.classes.UserClasses;
import org.calmanchor.cli.terminal.CommandException;
import org.calmanchor.core.problem.ContractException;
import org.calmanchor.core.read.ContractReader;
import org.calmanchor.core.reading.Reading;
import org.jspecify.annotations.Nullable;

/** A goal for the annotated classes of a project. */
abstract class ProjectGoal extends AbstractGoal {
  /** The project that is built. */
  @Parameter(defaultValue = "${project}", readonly = true, required = true)
  private @Nullable MavenProject project;

  /**
   * Full names of classes with {@code @PortType}. Default: all in the classes of the project that
   * are services, and interfaces that no service here implements.
   */
  @Parameter(property = "calm.anchor.services")
  private List<String> services = new ArrayList<>();

  /**
   * A contract of the project.
   *
   * @param name the name of its port type, which files are named after
   */
  record Found(Class<?> type, String name, Reading reading) {}

  @Override
  final void run() throws MojoExecutionException, MojoFailureException {
    if (!Files.isDirectory(classes())) {
      getLog().info("This project has no classes.");
      return;
    }
    try {
      UserClasses all = UserClasses.on(classPath(), true);
      List<Class<?>> types =
          services.isEmpty()
              ? all.contracts(classes())
              : services.stream().<Class<?>>map(all::named).toList();
      if (types.isEmpty()) {
        getLog().info("There is no class with @PortType in this project.");
        return;
      }
      run(types);
    } catch (CommandException unusable) {
      throw new MojoFailureException(unusable.getMessage(), unusable);
    }
  }

  /** Does what the goal is for, with the services of the project. */
  abstract void run(List<Class<?>> types) throws MojoExecutionException, MojoFailureException;

  /**
   * Reads the contracts of classes.
   *
   * @throws MojoFailureException with all problems of all of them
   */
  static List<Found> read(List<Class<?>> types) throws MojoFailureException {
    List<Found> found = new ArrayList<>();
    List<String> problems = new ArrayList<>();
    for (Class<?> type : types) {
      try {
        Reading reading = ContractReader.read(type);
        String name = reading.contract().portTypes().get(0).name().getLocalPart();
        found.add(new Found(type, name, reading));
      } catch (ContractException unfit) {
        problems.add(unfit.getMessage());
      }
    }
    if (!problems.isEmpty()) {
      throw new MojoFailureException(String.join("\n", problems));
    }
    return found;
  }

  /** The classes that were named; none for all. */
  final List<String> services() {
    return List.copyOf(services);
  }

  final MavenProject project() {
    MavenProject built = project;
    if (built == null) {
      throw new IllegalStateException("Maven gives each goal its project");
    }
    return built;
  }

  private Path classes() {
    return Path.of(project().getBuild().getOutputDirectory());
  }

  /** The class path that the classes of the project run with. */
  final String classPath() throws MojoExecutionException {
    try {
      List<String> present =
          project().getRuntimeClasspathElements().stream()
              .filter(each -> Files.exists(Path.of(each)))
              .toList();
      return String.join(File.pathSeparator, present);
    } catch (DependencyResolutionRequiredException unresolved) {
      throw new MojoExecutionException("The libraries of the project are not known.", unresolved);
    }
  }
}
