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
  private static final Path PROJECTS = Path.of("src", "test", "projects");

  /** What a run of Maven said, without the dates and the banner of a failure. */
  record Outcome(int exitCode, String log) {
    boolean isSuccess() {
      return exitCode == 0;
    }
  }

  /** Copies a project into a folder. */
  static Build of(String project, Path folder) throws IOException {
    Path source = PROJECTS.resolve(project);
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
    Files.writeString(settings, settings(System.getProperty("calm.anchor.known")));
    List<String> command =
        new ArrayList<>(List.of(System.getProperty("calm.anchor.mvn"), "-B", "-ntp"));
    command.addAll(List.of("-s", settings.toString()));
    command.add("-Dmaven.repo.local=" + System.getProperty("calm.anchor.repository"));
    command.add("-Dcalm.anchor.version=" + System.getProperty("calm.anchor.version"));
    command.addAll(List.of(arguments));
    ProcessBuilder builder = new ProcessBuilder(command).directory(folder.toFile());
    builder.environment().remove("MAVEN_OPTS");
    builder.environment().put("MAVEN_OPTS", "-XX:TieredStopAtLevel=1 -XX:+UseSerialGC");
    Process maven = builder.redirectErrorStream(true).redirectOutput(log.toFile()).start();
    int exitCode = maven.waitFor();
    String said = Files.readString(log, UTF_8);
    Files.delete(log);
    Files.delete(settings);
    return new Outcome(exitCode, said);
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

  private static String settings(String known) {
    String repository =
        "<id>"
            // Another Maven may need what this one never fetched; then the public one is there too.
            + ("mvn".equals(System.getProperty("calm.anchor.mvn")) ? "central" : "known")
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
