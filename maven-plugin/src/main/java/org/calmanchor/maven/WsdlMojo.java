package org.calmanchor.maven;

import java.io.File;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import javax.inject.Inject;
import org.apache.maven.plugin.MojoExecutionException;
import org.apache.maven.plugin.MojoFailureException;
import org.apache.maven.plugins.annotations.LifecyclePhase;
import org.apache.maven.plugins.annotations.Mojo;
import org.apache.maven.plugins.annotations.Parameter;
import org.apache.maven.plugins.annotations.ResolutionScope;
import org.apache.maven.project.MavenProjectHelper;
import org.calmanchor.core.wsdl.WsdlFiles;
import org.jspecify.annotations.Nullable;

/** Writes the WSDL of each service into the build, and attaches it as an artifact on request. */
@Mojo(
    name = "wsdl",
    defaultPhase = LifecyclePhase.PROCESS_CLASSES,
    requiresDependencyResolution = ResolutionScope.RUNTIME,
    threadSafe = true)
final class WsdlMojo extends ProjectGoal {
  @Inject private @Nullable MavenProjectHelper helper;

  /** Where the documents are written. */
  @Parameter(
      property = "calm.anchor.wsdl.folder",
      defaultValue = "${project.build.directory}/calm-anchor/wsdl")
  private File folder = new File("");

  /**
   * Where the services will answer; the name of the service follows after the last slash. Without
   * it the documents have a placeholder that cannot be called.
   */
  @Parameter(property = "calm.anchor.address")
  private @Nullable String address;

  /** Writes each schema into a file of its own. */
  @Parameter(property = "calm.anchor.split", defaultValue = "false")
  private boolean split;

  /**
   * Attaches each document to the project, so that it is installed and deployed with it: type
   * {@code wsdl} or {@code xsd}, its name as classifier.
   */
  @Parameter(property = "calm.anchor.attach", defaultValue = "false")
  private boolean attach;

  @Override
  void run(List<Class<?>> types) throws MojoExecutionException, MojoFailureException {
    Path target = made(folder.toPath());
    for (Found each : read(types)) {
      Map<String, byte[]> files =
          WsdlFiles.of(each.reading(), each.name() + ".wsdl", addressOf(each.name()), split);
      for (Map.Entry<String, byte[]> file : files.entrySet()) {
        write(target.resolve(file.getKey()), file.getValue());
      }
    }
    if (address == null) {
      getLog()
          .info(
              "The addresses in the documents are placeholders; set them with <address> or"
                  + " -Dcalm.anchor.address=https://host.test/");
    }
  }

  private void write(Path file, byte[] content) throws MojoExecutionException {
    try {
      Files.createDirectories(file.toAbsolutePath().getParent());
      Files.write(file, content);
    } catch (IOException unwritable) {
      throw new MojoExecutionException(file + " cannot be written.", unwritable);
    }
    getLog().info("Wrote " + shown(file));
    if (attach && helper != null) {
      String name = file.getFileName().toString();
      int dot = name.lastIndexOf('.');
      helper.attachArtifact(
          project(), name.substring(dot + 1), name.substring(0, dot), file.toFile());
    }
  }

  private String addressOf(String name) {
    String base = address == null ? WsdlFiles.UNKNOWN_ADDRESS : address;
    return base.endsWith("/") ? base + name : base;
  }
}
