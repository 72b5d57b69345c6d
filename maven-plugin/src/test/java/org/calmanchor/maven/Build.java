package org.calmanchor.maven;

import static java.nio.charset.StandardCharsets.UTF_8;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.util.ArrayList;
import java.util.List;
import java.util.stream.Stream;

/**
 * A copy of one of the projects in {@code src/test/projects}, built by a Maven process with a
 * repository that has the plugin of this build; other artifacts come from the repository of the
 * person who builds, without network.
 */
record Build(Path folder) {
  /** Maven runs for so short a time that better code would come too late. */
  static final String MAVEN_OPTS = "-XX:TieredStopAtLevel=1 -XX:+UseSerialGC";

  private static final Path PROJECTS = Path.of("src", "test", "projects");

  /** What a run of Maven said, without the dates and the banner of a failure. */
  record Outcome(int exitCode, String log) {
    boolean isSuccess() {
      return exitCode == 0;
    }
  }

  /** Copies one of the projects into a folder. */
  static Build of(String project, Path folder) throws IOException {
    return copy(PROJECTS.resolve(project), folder);
  }

  /** Copies a project into a folder. */
  static Build copy(Path source, Path folder) throws IOException {
    try (Stream<Path> files = Files.walk(source)) {
      for (Path file : files.toList()) {
        Path copy = folder.resolve(source.relativize(file).toString());
        if (Files.isDirectory(file)) {
          Files.createDirectories(copy);
        } else {
          Files.copy(file, copy, StandardCopyOption.REPLACE_EXISTING);
        }
      }
    }
    return new Build(folder);
  }

  /** Runs Maven with arguments, in the folder of the project. */
  Outcome run(String... arguments) throws IOException, InterruptedException {
    Path log = Files.createTempFile("build", ".log");
    Path settings = Files.createTempFile("settings", ".xml");
    List<String> command = new ArrayList<>(command(settings, false));
    command.addAll(List.of(arguments));
    ProcessBuilder builder = new ProcessBuilder(command).directory(folder.toFile());
    builder.environment().put("MAVEN_OPTS", MAVEN_OPTS);
    Process maven = builder.redirectErrorStream(true).redirectOutput(log.toFile()).start();
    int exitCode = maven.waitFor();
    String said = Files.readString(log, UTF_8);
    Files.delete(log);
    Files.delete(settings);
    return new Outcome(exitCode, said);
  }

  /**
   * The words that run Maven with the repositories of these tests; writes the settings.
   *
   * @param fetches whether artifacts that this build does not use may come from the network
   */
  static List<String> command(Path settings, boolean fetches) throws IOException {
    Files.writeString(settings, settings(System.getProperty("calm.anchor.known"), fetches));
    return List.of(
        System.getProperty("calm.anchor.mvn"),
        "-B",
        "-ntp",
        "-s",
        settings.toString(),
        "-Dmaven.repo.local=" + System.getProperty("calm.anchor.repository"),
        "-Dcalm.anchor.version=" + System.getProperty("calm.anchor.version"));
  }

  String text(String file) throws IOException {
    return Files.readString(folder.resolve(file), UTF_8);
  }

  boolean has(String file) {
    return Files.exists(folder.resolve(file));
  }

  /** Replaces a text in a file, which must be there. */
  void edit(String file, String old, String next) throws IOException {
    String text = text(file);
    if (!text.contains(old)) {
      throw new IllegalArgumentException(file + " does not have: " + old);
    }
    Files.writeString(folder.resolve(file), text.replace(old, next), UTF_8);
  }

  private static String settings(String known, boolean fetches) {
    String repository =
        "<id>"
            // Another Maven may need what this one never fetched; then the public one is there too.
            + (!fetches && "mvn".equals(System.getProperty("calm.anchor.mvn"))
                ? "central"
                : "known")
            + "</id><url>"
            + Path.of(known).toUri()
            + "</url><releases><checksumPolicy>ignore</checksumPolicy></releases>";
    return """
        <settings>
          <profiles>
            <profile>
              <id>known</id>
              <repositories><repository>%1$s</repository></repositories>
              <pluginRepositories><pluginRepository>%1$s</pluginRepository></pluginRepositories>
            </profile>
          </profiles>
          <activeProfiles><activeProfile>known</activeProfile></activeProfiles>
        </settings>
        """
        .formatted(repository);
  }
}
