package org.calmanchor.maven;

import java.io.File;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import org.apache.maven.plugin.MojoExecutionException;
import org.apache.maven.plugin.MojoFailureException;
import org.apache.maven.plugins.annotations.LifecyclePhase;
import org.apache.maven.plugins.annotations.Mojo;
import org.apache.maven.plugins.annotations.Parameter;
import org.apache.maven.plugins.annotations.ResolutionScope;
import org.jspecify.annotations.Nullable;

/** Writes the handbook of each service: one HTML file with all that a caller has to know. */
@Mojo(
    name = "handbook",
    defaultPhase = LifecyclePhase.PACKAGE,
    requiresDependencyResolution = ResolutionScope.RUNTIME,
    threadSafe = true)
final class HandbookMojo extends ProjectGoal {
  /** Where the handbooks are written. */
  @Parameter(
      property = "calm.anchor.handbook.folder",
      defaultValue = "${project.build.directory}/calm-anchor/handbook")
  private File folder = new File("");

  /** Where the services answer; the name of the service follows after the last slash. */
  @Parameter(property = "calm.anchor.address")
  private @Nullable String address;

  @Override
  void run(List<Class<?>> types) throws MojoExecutionException, MojoFailureException {
    Path target = made(folder.toPath());
    for (Found each : read(types)) {
      List<String> arguments =
          new ArrayList<>(List.of("describe", each.type().getName(), "--force"));
      arguments.addAll(List.of("--classpath", classPath()));
      arguments.addAll(List.of("--html", target.resolve(each.name() + ".html").toString()));
      if (address != null) {
        arguments.add("--address");
        arguments.add(address.endsWith("/") ? address + each.name() : address);
      }
      if (command(arguments) != 0) {
        throw new MojoFailureException("The handbook of " + each.name() + " cannot be written.");
      }
    }
  }
}
