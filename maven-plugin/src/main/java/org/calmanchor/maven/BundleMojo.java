package org.calmanchor.maven;

import java.io.File;
import java.io.IOException;
import java.net.MalformedURLException;
import java.net.URL;
import java.net.URLClassLoader;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import javax.inject.Inject;
import org.apache.maven.execution.MavenSession;
import org.apache.maven.plugin.MojoExecutionException;
import org.apache.maven.plugin.MojoFailureException;
import org.apache.maven.plugin.descriptor.PluginDescriptor;
import org.apache.maven.plugins.annotations.LifecyclePhase;
import org.apache.maven.plugins.annotations.Mojo;
import org.apache.maven.plugins.annotations.Parameter;
import org.apache.maven.plugins.annotations.ResolutionScope;
import org.calmanchor.bundle.Application;
import org.calmanchor.bundle.BundleException;
import org.calmanchor.bundle.BundleKind;
import org.calmanchor.bundle.Bundled;
import org.calmanchor.cli.bundle.BundleReport;
import org.calmanchor.cli.bundle.BundledServices;
import org.calmanchor.cli.classes.UserClasses;
import org.calmanchor.configuration.Configuration;
import org.calmanchor.configuration.ConfigurationException;
import org.calmanchor.configuration.ConfigurationReader;
import org.calmanchor.configuration.Settings;
import org.calmanchor.deployment.DeploymentException;
import org.eclipse.aether.RepositorySystem;
import org.eclipse.aether.artifact.DefaultArtifact;
import org.eclipse.aether.collection.CollectRequest;
import org.eclipse.aether.graph.Dependency;
import org.eclipse.aether.resolution.ArtifactResult;
import org.eclipse.aether.resolution.DependencyRequest;
import org.eclipse.aether.resolution.DependencyResolutionException;
import org.jspecify.annotations.Nullable;

/** Makes a runnable jar, a WAR or a folder of the project and its libraries. */
@Mojo(
    name = "bundle",
    defaultPhase = LifecyclePhase.PACKAGE,
    requiresDependencyResolution = ResolutionScope.RUNTIME,
    threadSafe = true)
final class BundleMojo extends ProjectGoal {
  @Inject private @Nullable RepositorySystem repositories;

  @Parameter(defaultValue = "${session}", readonly = true, required = true)
  private @Nullable MavenSession session;

  @Parameter(defaultValue = "${plugin}", readonly = true, required = true)
  private @Nullable PluginDescriptor plugin;

  /** What to make: JAR, WAR or FOLDER. */
  @Parameter(property = "calm.anchor.bundle", defaultValue = "JAR")
  private BundleKind kind = BundleKind.JAR;

  /** Where it is written; its name has the ending of its kind. */
  @Parameter(
      property = "calm.anchor.bundle.folder",
      defaultValue = "${project.build.directory}/calm-anchor")
  private File folder = new File("");

  /** The name of the application. */
  @Parameter(property = "calm.anchor.bundle.name", defaultValue = "${project.artifactId}")
  private String name = "";

  /** The configuration to put into it. Default: calm-anchor.yaml of the project, if it is there. */
  @Parameter(property = "calm.anchor.config")
  private @Nullable File config;

  @Override
  void run(List<Class<?>> types) throws MojoExecutionException, MojoFailureException {
    Path file = configurationFile();
    List<String> notes = new ArrayList<>();
    try {
      Configuration configuration = configuration(file);
      UserClasses classes = UserClasses.on(classPath(), true);
      Application application =
          new Application(
              name,
              project().getVersion(),
              classes.entries(),
              BundledServices.of(configuration, classes, notes),
              file == null ? "" : Files.readString(file));
      Path target = made(folder.toPath()).resolve(name + kind.extension());
      Bundled bundled = kind.write(application, target, runtime());
      new BundleReport(kind, bundled, application, configuration, notes)
          .lines()
          .forEach(line -> getLog().info(shown(line)));
    } catch (BundleException | ConfigurationException | DeploymentException impossible) {
      throw new MojoFailureException(impossible.getMessage(), impossible);
    } catch (IOException unreadable) {
      throw new MojoFailureException(file + " cannot be read.", unreadable);
    }
  }

  private @Nullable Path configurationFile() {
    Path usual = basedir().resolve(Configuration.FILE);
    return config != null ? config.toPath() : Files.exists(usual) ? usual : null;
  }

  private Configuration configuration(@Nullable Path file) {
    ConfigurationReader reader = new ConfigurationReader();
    if (file != null) {
      reader.file(file);
    }
    if (!services().isEmpty()) {
      reader.option(Settings.SERVICES, services());
    }
    return reader.read();
  }

  /** What a bundle needs to run: this plugin does not have it itself, because Maven has a log. */
  private ClassLoader runtime() throws MojoExecutionException {
    if (repositories == null || session == null || plugin == null) {
      throw new IllegalStateException("Maven gives each goal its session");
    }
    CollectRequest wanted = new CollectRequest();
    wanted.setRoot(
        new Dependency(
            new DefaultArtifact(
                plugin.getGroupId(), "calm-anchor-bundle", "jar", plugin.getVersion()),
            "runtime"));
    wanted.setRepositories(project().getRemotePluginRepositories());
    try {
      List<URL> jars = new ArrayList<>();
      for (ArtifactResult each :
          repositories
              .resolveDependencies(
                  session.getRepositorySession(), new DependencyRequest(wanted, null))
              .getArtifactResults()) {
        jars.add(each.getArtifact().getFile().toURI().toURL());
      }
      return new URLClassLoader(jars.toArray(URL[]::new), null);
    } catch (DependencyResolutionException | MalformedURLException missing) {
      throw new MojoExecutionException(
          "The libraries that a bundle needs cannot be fetched.", missing);
    }
  }
}
