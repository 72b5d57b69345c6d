package org.calmanchor.cli.classes;

import java.io.File;
import java.io.IOException;
import java.io.PrintWriter;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.List;
import java.util.concurrent.TimeUnit;

/**
 * A folder with a {@code pom.xml}. Maven is asked once for the libraries of the project; the answer
 * is kept in {@code target} until {@code pom.xml} changes.
 */
record MavenProject(Path folder, PrintWriter progress) {
  private static final String GOAL =
      "org.apache.maven.plugins:maven-dependency-plugin:3.11.0:build-classpath";
  private static final String ERROR = "[ERROR] ";
  private static final int MOST_SECONDS = 120;

  /** The class path of the project: its own classes first. Without a pom.xml, only these. */
  String classPath(Path classes) {
    String libraries = libraries();
    return libraries.isEmpty() ? classes.toString() : classes + File.pathSeparator + libraries;
  }

  /** The libraries of the project; empty without a pom.xml, or if Maven does not tell. */
  String libraries() {
    Path pom = folder.resolve("pom.xml");
    if (!Files.isRegularFile(pom)) {
      return "";
    }
    Path kept = folder.resolve("target").resolve("calm-anchor").resolve("classpath");
    try {
      if (!isFresh(kept, pom)) {
        ask(kept);
      }
      return Files.exists(kept) ? Files.readString(kept).strip() : "";
    } catch (IOException noMaven) {
      return without(String.valueOf(noMaven.getMessage()));
    } catch (InterruptedException stopped) {
      Thread.currentThread().interrupt();
      return without("interrupted");
    }
  }

  private static boolean isFresh(Path kept, Path pom) throws IOException {
    return Files.exists(kept)
        && Files.getLastModifiedTime(kept).compareTo(Files.getLastModifiedTime(pom)) >= 0
        && Arrays.stream(Files.readString(kept).strip().split(File.pathSeparator, -1))
            .allMatch(each -> each.isEmpty() || Files.exists(Path.of(each)));
  }

  private void ask(Path kept) throws IOException, InterruptedException {
    progress.println("Maven is asked for the libraries of this project, once for each pom.xml ...");
    progress.flush();
    Files.createDirectories(kept.getParent());
    Path said = Files.createTempFile("calm-anchor", ".log");
    try {
      Process maven =
          new ProcessBuilder(
                  List.of(
                      command(),
                      "-q",
                      "-B",
                      GOAL,
                      "-Dmdep.outputFile=" + kept.toAbsolutePath(),
                      "-Dmdep.includeScope=runtime"))
              .directory(folder.toAbsolutePath().toFile())
              .redirectErrorStream(true)
              .redirectOutput(said.toFile())
              .start();
      if (!maven.waitFor(MOST_SECONDS, TimeUnit.SECONDS)) {
        maven.destroy();
        throw new IOException("it took longer than " + MOST_SECONDS + " s");
      }
      if (maven.exitValue() != 0) {
        throw new IOException(firstError(said));
      }
    } finally {
      Files.delete(said);
    }
  }

  private static String firstError(Path said) throws IOException {
    return Files.readString(said, StandardCharsets.UTF_8)
        .lines()
        .filter(line -> line.startsWith(ERROR))
        .map(line -> line.substring(ERROR.length()).replaceFirst(" -> \\[Help \\d+]$", ""))
        .findFirst()
        .orElse("it failed without a message");
  }

  private String command() {
    boolean isWindows = File.separatorChar == '\\';
    Path wrapper = folder.resolve(isWindows ? "mvnw.cmd" : "mvnw");
    return Files.isExecutable(wrapper)
        ? wrapper.toAbsolutePath().toString()
        : isWindows ? "mvn.cmd" : "mvn";
  }

  private String without(String why) {
    progress.println(
        "The libraries of the project are not used: Maven did not tell them. "
            + why
            + "\nIf classes are missing, name them: --classpath.");
    progress.flush();
    return "";
  }
}
