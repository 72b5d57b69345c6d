package org.calmanchor.cli.draft;

import java.io.PrintWriter;
import java.nio.file.Path;
import java.util.LinkedHashMap;
import java.util.Map;
import org.calmanchor.cli.terminal.CommandException;
import org.jspecify.annotations.Nullable;
import picocli.CommandLine.Option;

/** Where a draft goes: the options that all drafts have. */
final class DraftTarget {
  private static final String SOURCES = "src/main/java/";
  private static final String RESOURCES = "src/main/resources/";

  @Option(
      names = "--package",
      paramLabel = "NAME",
      description = "The Java package, such as harbor.partner.")
  private @Nullable String packageName;

  @Option(
      names = {"--out", "-o"},
      paramLabel = "FOLDER",
      description =
          "The project: sources go into its src/main/java, documents into its"
              + " src/main/resources, checks into its checks. Default: the current folder.")
  private Path out = Path.of("");

  @Option(
      names = "--force",
      description = "Overwrite files that differ. Without it, the differences are shown.")
  private boolean force;

  /** The package that was given, or else another one. */
  String packageOr(String byDefault) {
    return packageName == null ? byDefault : packageName;
  }

  /** The package that was given; an error of use that suggests one if none was. */
  String requirePackage(String suggested) {
    if (packageName == null) {
      throw CommandException.usage(
          "Say which package: --package NAME, such as --package " + suggested + ".");
    }
    return packageName;
  }

  /**
   * Writes the files of a draft, and says what was written.
   *
   * @param sources Java sources by their paths
   * @param resources documents by their paths
   * @param others other files by their paths in the project
   * @return false if some were left because they differ
   */
  boolean write(
      Map<String, byte[]> sources,
      Map<String, byte[]> resources,
      Map<String, byte[]> others,
      PrintWriter screen) {
    Map<Path, byte[]> files = new LinkedHashMap<>();
    sources.forEach((name, content) -> files.put(out.resolve(SOURCES + name), content));
    resources.forEach((name, content) -> files.put(out.resolve(RESOURCES + name), content));
    others.forEach((name, content) -> files.put(out.resolve(name), content));
    ProjectFiles project = ProjectFiles.of(files);
    project.write(force);
    project.report(screen, force);
    return force || !project.hasDifferent();
  }

  /** Says that files were left. */
  static void sayLeft(PrintWriter screen) {
    screen.println("Files that differ were left as they are. Overwrite them with --force.");
  }
}
