package org.calmanchor.maven;

import java.io.File;
import java.util.ArrayList;
import java.util.List;
import org.apache.maven.plugin.MojoExecutionException;
import org.apache.maven.plugin.MojoFailureException;
import org.apache.maven.plugins.annotations.LifecyclePhase;
import org.apache.maven.plugins.annotations.Mojo;
import org.apache.maven.plugins.annotations.Parameter;
import org.apache.maven.plugins.annotations.ResolutionScope;

/**
 * Reports all contract problems of the services, and judges their WSDL by the rules of the WS-I
 * Basic Profiles. Fails when there is a problem.
 */
@Mojo(
    name = "judge",
    defaultPhase = LifecyclePhase.PROCESS_CLASSES,
    requiresDependencyResolution = ResolutionScope.RUNTIME,
    threadSafe = true)
final class JudgeMojo extends ProjectGoal {
  /** Fails on advice too. */
  @Parameter(property = "calm.anchor.strict", defaultValue = "false")
  private boolean strict;

  /** WSDL documents of any origin that are judged as well. */
  @Parameter(property = "calm.anchor.documents")
  private List<File> documents = new ArrayList<>();

  @Override
  void run(List<Class<?>> types) throws MojoExecutionException, MojoFailureException {
    List<String> arguments = new ArrayList<>(List.of("judge", "--classpath", classPath()));
    if (strict) {
      arguments.add("--strict");
    }
    types.forEach(type -> arguments.add(type.getName()));
    documents.forEach(document -> arguments.add(document.getPath()));
    if (command(arguments) != 0) {
      throw new MojoFailureException(
          strict
              ? "There are problems or pieces of advice; see above."
              : "There are problems; see above.");
    }
  }
}
