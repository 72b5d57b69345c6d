package org.calmanchor.maven;

import java.util.ArrayList;
import java.util.List;
import org.apache.maven.plugin.MojoFailureException;
import org.apache.maven.plugins.annotations.Parameter;
import org.jspecify.annotations.Nullable;

/** What goals have that draft Java source into the project. */
abstract class DraftGoal extends AbstractGoal {
  /** The Java package. */
  @Parameter(property = "calm.anchor.package")
  private @Nullable String packageName;

  /** Overwrites files that differ. */
  @Parameter(property = "calm.anchor.force", defaultValue = "false")
  private boolean force;

  /** Drafts what the arguments of the command say. */
  final void draft(List<String> what) throws MojoFailureException {
    List<String> arguments = new ArrayList<>(List.of("draft"));
    arguments.addAll(what);
    if (packageName != null) {
      arguments.addAll(List.of("--package", packageName));
    }
    arguments.addAll(List.of("--out", basedir().toString()));
    if (force) {
      arguments.add("--force");
    }
    if (command(arguments) != 0) {
      throw new MojoFailureException("The draft is not complete; see above.");
    }
  }

  /** A parameter that has to be given. */
  static String given(@Nullable String value, String message) throws MojoFailureException {
    if (value == null || value.isBlank()) {
      throw new MojoFailureException(message);
    }
    return value;
  }
}
