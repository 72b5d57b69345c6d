package org.calmanchor.maven;

import java.io.File;
import java.io.IOException;
import java.io.PrintWriter;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import org.apache.maven.plugin.AbstractMojo;
import org.apache.maven.plugin.MojoExecutionException;
import org.apache.maven.plugin.MojoFailureException;
import org.apache.maven.plugins.annotations.Parameter;
import org.calmanchor.cli.CalmAnchor;

/** What all goals have: they can be skipped, and they run commands. */
abstract class AbstractGoal extends AbstractMojo {
  /** Leaves out all goals of this plugin. */
  @Parameter(property = "calm.anchor.skip", defaultValue = "false")
  private boolean skip;

  @Parameter(defaultValue = "${basedir}", readonly = true, required = true)
  private File basedir = new File("");

  @Override
  public final void execute() throws MojoExecutionException, MojoFailureException {
    if (skip) {
      getLog().info("Skipped (calm.anchor.skip).");
      return;
    }
    run();
  }

  /** Does what the goal is for. */
  abstract void run() throws MojoExecutionException, MojoFailureException;

  /** Runs a command; its lines go to the log of Maven. Returns its exit code. */
  final int command(List<String> arguments) {
    getLog().debug("calm-anchor " + String.join(" ", arguments));
    try (PrintWriter out = LogWriter.to(line -> getLog().info(shown(line)));
        PrintWriter err = LogWriter.to(line -> getLog().warn(shown(line)))) {
      return CalmAnchor.run(arguments, out, err);
    }
  }

  /** The folder of the project, or the current one where there is no project. */
  final Path basedir() {
    return basedir.toPath();
  }

  /** A path as it is named in messages: from the project's folder. */
  final String shown(Path file) {
    return shown(file.toString());
  }

  /** A text in which paths are named from the project's folder. */
  final String shown(String text) {
    return text.replace(basedir.getPath() + File.separator, "");
  }

  static Path made(Path folder) throws MojoExecutionException {
    try {
      return Files.createDirectories(folder);
    } catch (IOException impossible) {
      throw new MojoExecutionException("The folder " + folder + " cannot be made.", impossible);
    }
  }
}
