package org.calmanchor.maven;

import java.io.File;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import javax.inject.Inject;
import org.apache.maven.execution.MavenSession;
import org.apache.maven.plugin.MojoExecutionException;
import org.apache.maven.plugin.MojoFailureException;
import org.apache.maven.plugins.annotations.LifecyclePhase;
import org.apache.maven.plugins.annotations.Mojo;
import org.apache.maven.plugins.annotations.Parameter;
import org.apache.maven.plugins.annotations.ResolutionScope;
import org.calmanchor.core.wsdl.ContractDocuments;
import org.calmanchor.core.wsdl.WsdlFiles;
import org.eclipse.aether.RepositorySystem;
import org.jspecify.annotations.Nullable;

/**
 * Compares the contract of each service with the one that consumers know, and fails when a change
 * breaks them. What consumers know is a WSDL file that is kept in the project, or the WSDL that was
 * released as an artifact.
 */
@Mojo(
    name = "diff",
    defaultPhase = LifecyclePhase.VERIFY,
    requiresDependencyResolution = ResolutionScope.RUNTIME,
    threadSafe = true)
final class DiffMojo extends ProjectGoal {
  @Inject private @Nullable RepositorySystem repositories;

  @Parameter(defaultValue = "${session}", readonly = true, required = true)
  private @Nullable MavenSession session;

  /** The folder with the kept contracts: for each service a file, {@code NAME.wsdl}. */
  @Parameter(
      property = "calm.anchor.baseline",
      defaultValue = "${project.basedir}/src/main/contract")
  private File baseline = new File("");

  /**
   * Compares with a released artifact instead: {@code latest}, or a version. The release must have
   * the document attached, as the goal {@code wsdl} does with {@code <attach>}.
   */
  @Parameter(property = "calm.anchor.released")
  private @Nullable String released;

  /** Writes the contracts of today into the folder of the kept contracts. */
  @Parameter(property = "calm.anchor.accept", defaultValue = "false")
  private boolean accept;

  @Override
  void run(List<Class<?>> types) throws MojoExecutionException, MojoFailureException {
    List<Found> services = read(types);
    if (released != null) {
      compareWithRelease(services, released);
    } else {
      compareWithFiles(services, baseline.toPath());
    }
  }

  private void compareWithFiles(List<Found> services, Path folder)
      throws MojoExecutionException, MojoFailureException {
    List<String> wrong = new ArrayList<>();
    for (Found service : services) {
      Path kept = folder.resolve(service.name() + ".wsdl");
      boolean isKept = Files.isRegularFile(kept);
      boolean breaks = isKept && !isCompatible(service, kept);
      if (accept) {
        write(service, kept, isKept);
      } else if (!isKept) {
        wrong.add("There is no " + shown(kept) + " to compare " + service.name() + " with.");
      } else if (breaks) {
        wrong.add("The contract of " + service.name() + " breaks consumers; see above.");
      }
    }
    for (String name : kept(folder)) {
      if (services.stream().noneMatch(each -> each.name().equals(name))) {
        wrong.add(
            "The service "
                + name
                + " is gone, which breaks its consumers. If that is wanted, delete "
                + shown(folder.resolve(name + ".wsdl"))
                + ".");
      }
    }
    if (!wrong.isEmpty()) {
      throw new MojoFailureException(
          String.join("\n", wrong)
              + (accept ? "" : "\nTo accept the contracts of today: -Dcalm.anchor.accept"));
    }
  }

  private static Set<String> kept(Path folder) throws MojoExecutionException {
    if (!Files.isDirectory(folder)) {
      return new TreeSet<>();
    }
    try (Stream<Path> files = Files.list(folder)) {
      return files
          .map(file -> file.getFileName().toString())
          .filter(name -> name.endsWith(".wsdl"))
          .map(name -> name.substring(0, name.length() - ".wsdl".length()))
          .collect(Collectors.toCollection(TreeSet::new));
    } catch (IOException unreadable) {
      throw new MojoExecutionException("The folder " + folder + " cannot be read.", unreadable);
    }
  }

  private void write(Found service, Path file, boolean isKept) throws MojoExecutionException {
    byte[] now =
        ContractDocuments.write(service.reading(), WsdlFiles.UNKNOWN_ADDRESS + service.name())
            .getBytes(StandardCharsets.UTF_8);
    try {
      if (isKept && Arrays.equals(Files.readAllBytes(file), now)) {
        return;
      }
      Files.createDirectories(file.toAbsolutePath().getParent());
      Files.write(file, now);
    } catch (IOException unwritable) {
      throw new MojoExecutionException(file + " cannot be written.", unwritable);
    }
    getLog().info((isKept ? "Renewed " : "Wrote ") + shown(file) + ". Commit it.");
  }

  private void compareWithRelease(List<Found> services, String version)
      throws MojoExecutionException, MojoFailureException {
    if (accept) {
      throw new MojoFailureException(
          "calm.anchor.accept is for contracts in files; a released contract stays as it is. To"
              + " break it knowingly, release under a new namespace, or skip this goal once:"
              + " -Dcalm.anchor.skip");
    }
    if (repositories == null || session == null) {
      throw new IllegalStateException("Maven gives each goal its session");
    }
    ReleasedDocuments releases =
        new ReleasedDocuments(repositories, session.getRepositorySession(), project());
    String compared = releases.version(version);
    if (compared == null) {
      getLog().info("Nothing is released yet, so no consumer can break.");
      return;
    }
    List<String> broken = new ArrayList<>();
    for (Found service : services) {
      Path document = releases.document(service.name(), compared);
      if (document == null) {
        getLog().info(service.name() + " is not part of release " + compared + ": it is new.");
      } else if (!isCompatible(service, document)) {
        broken.add(service.name());
      }
    }
    if (!broken.isEmpty()) {
      throw new MojoFailureException(
          "The contract of "
              + String.join(", ", broken)
              + " breaks consumers of release "
              + compared
              + "; see above.");
    }
  }

  /** Prints the changes; whether nothing breaks. */
  private boolean isCompatible(Found service, Path old)
      throws MojoExecutionException, MojoFailureException {
    getLog().info(service.name() + ", compared with " + shown(old) + ":");
    int exit =
        command(
            List.of("diff", old.toString(), service.type().getName(), "--classpath", classPath()));
    if (exit > 1) {
      throw new MojoFailureException(shown(old) + " cannot be compared; see above.");
    }
    return exit == 0;
  }
}
