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
import org.calmanchor.deployment.ServiceObjects;
import org.jspecify.annotations.Nullable;

/**
 * Hosts the services on free ports of this machine, replays check files against them, and reports
 * which answers are not as expected.
 */
@Mojo(
    name = "check",
    defaultPhase = LifecyclePhase.INTEGRATION_TEST,
    requiresDependencyResolution = ResolutionScope.RUNTIME,
    threadSafe = true)
final class CheckMojo extends ProjectGoal {
  /** Check files, and folders of them. Default: {@code src/test/checks}. */
  @Parameter(property = "calm.anchor.checks")
  private List<File> checks = new ArrayList<>();

  @Parameter(defaultValue = "${project.basedir}/src/test/checks", readonly = true)
  private File usual = new File("");

  /** Calls these instead of hosting: URLs or files of WSDL documents. */
  @Parameter(property = "calm.anchor.against")
  private List<String> against = new ArrayList<>();

  /** The file of those who may call what is hosted; for operations for certain callers. */
  @Parameter(property = "calm.anchor.callers")
  private @Nullable File callers;

  /** Calls as this caller; the password is in the environment variable CALM_ANCHOR_PASSWORD. */
  @Parameter(property = "calm.anchor.caller")
  private @Nullable String caller;

  /** Sends name and password of the caller as a username token: {@code TEXT} or {@code DIGEST}. */
  @Parameter(property = "calm.anchor.usernameToken")
  private @Nullable String usernameToken;

  /** Calls with a bearer token, which is in the environment variable CALM_ANCHOR_TOKEN. */
  @Parameter(property = "calm.anchor.token", defaultValue = "false")
  private boolean token;

  /** Runs only checks that have one of these tags. */
  @Parameter(property = "calm.anchor.tags")
  private List<String> tags = new ArrayList<>();

  /** Leaves out checks that have one of these tags. */
  @Parameter(property = "calm.anchor.withoutTags")
  private List<String> withoutTags = new ArrayList<>();

  /** Runs only checks whose name has this text. */
  @Parameter(property = "calm.anchor.name")
  private @Nullable String name;

  /** How many checks run at the same time. */
  @Parameter(property = "calm.anchor.parallel", defaultValue = "1")
  private int parallel;

  /** Lets the checks that failed expect what came; their files change only there. */
  @Parameter(property = "calm.anchor.keep", defaultValue = "false")
  private boolean keep;

  /**
   * Where the reports are written: {@code checks.html}, and {@code checks.xml} for build servers.
   */
  @Parameter(
      property = "calm.anchor.report.folder",
      defaultValue = "${project.build.directory}/calm-anchor")
  private File reports = new File("");

  /** Loggers of the server that say when it starts and stops, which is not news in a build. */
  private static final List<String> CHATTY =
      List.of("org.eclipse.jetty.server.Server", "org.eclipse.jetty.server.AbstractConnector");

  @Parameter(defaultValue = "${maven.version}", readonly = true)
  private String mavenVersion = "";

  /** Leaves out this goal, as all tests. */
  @Parameter(property = "skipTests", defaultValue = "false")
  private boolean skipTests;

  @Override
  void run(List<Class<?>> types) throws MojoExecutionException, MojoFailureException {
    if (skipTests) {
      getLog().info("Checks are skipped (skipTests).");
      return;
    }
    if (checks.isEmpty() && !usual.exists()) {
      getLog().info("There are no checks: no " + shown(usual.toPath()) + ".");
      return;
    }
    Path folder = made(reports.toPath());
    List<String> arguments = new ArrayList<>(List.of("check", "--classpath", classPath()));
    files().forEach(file -> arguments.add(file.getPath()));
    for (String target : targets(types)) {
      arguments.addAll(List.of("--against", target));
    }
    if (callers != null) {
      arguments.addAll(List.of("--callers", callers.getPath()));
    }
    if (caller != null) {
      arguments.addAll(List.of("--caller", caller));
    }
    if (usernameToken != null) {
      arguments.addAll(List.of("--username-token", usernameToken));
    }
    if (token) {
      arguments.add("--token");
    }
    tags.forEach(tag -> arguments.addAll(List.of("--tag", tag)));
    withoutTags.forEach(tag -> arguments.addAll(List.of("--without-tag", tag)));
    if (name != null) {
      arguments.addAll(List.of("--name", name));
    }
    if (keep) {
      arguments.add("--keep");
    }
    arguments.addAll(List.of("--parallel", String.valueOf(parallel)));
    arguments.addAll(List.of("--html", folder.resolve("checks.html").toString()));
    arguments.addAll(List.of("--junit", folder.resolve("checks.xml").toString()));
    quieten();
    if (command(arguments) != 0) {
      throw new MojoFailureException("The checks did not pass; see above.");
    }
  }

  /** Takes effect when a logger is made; the log of Maven is configured by system properties. */
  private void quieten() {
    String prefix =
        mavenVersion.startsWith("3.") ? "org.slf4j.simpleLogger.log." : "maven.logger.log.";
    CHATTY.forEach(logger -> System.getProperties().putIfAbsent(prefix + logger, "warn"));
  }

  private List<File> files() {
    return checks.isEmpty() ? List.of(usual) : checks;
  }

  /** The classes that can be hosted here; says which cannot. */
  private List<String> targets(List<Class<?>> types) throws MojoFailureException {
    if (!against.isEmpty()) {
      return against;
    }
    List<String> hosted = new ArrayList<>();
    for (Class<?> type : types) {
      String reason = ServiceObjects.reasonNotToMake(type);
      if (reason == null) {
        hosted.add(type.getName());
      } else {
        getLog().warn(type.getName() + " is not hosted: " + reason + ".");
      }
    }
    if (hosted.isEmpty()) {
      throw new MojoFailureException(
          "No service can be hosted here. Start it in another way, and name it: <against> or"
              + " -Dcalm.anchor.against=URL?wsdl");
    }
    return hosted;
  }
}
