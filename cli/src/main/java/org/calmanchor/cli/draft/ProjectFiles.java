package org.calmanchor.cli.draft;

import com.github.difflib.DiffUtils;
import com.github.difflib.UnifiedDiffUtils;
import java.io.IOException;
import java.io.PrintWriter;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.calmanchor.cli.terminal.CommandException;
import org.calmanchor.cli.terminal.OutputFiles;

/** Writes drafted files into a project. What is there belongs to its user, and is not changed. */
final class ProjectFiles {
  private static final int CONTEXT = 2;

  private final Map<Path, byte[]> added = new LinkedHashMap<>();
  private final Map<Path, byte[]> different = new LinkedHashMap<>();
  private int same;

  private ProjectFiles() {}

  /** Compares the files with what is there. */
  static ProjectFiles of(Map<Path, byte[]> files) {
    ProjectFiles project = new ProjectFiles();
    files.forEach(
        (path, content) -> {
          byte[] there = read(path);
          if (there == null) {
            project.added.put(path, content);
          } else if (Arrays.equals(there, content)) {
            project.same++;
          } else {
            project.different.put(path, content);
          }
        });
    return project;
  }

  private static byte @org.jspecify.annotations.Nullable [] read(Path path) {
    try {
      return Files.exists(path) ? Files.readAllBytes(path) : null;
    } catch (IOException unreadable) {
      throw CommandException.problem(path + " cannot be read: " + unreadable.getMessage());
    }
  }

  /** Writes what is new; with {@code force}, also what is different. */
  void write(boolean force) {
    Map<Path, byte[]> written = new LinkedHashMap<>(added);
    if (force) {
      written.putAll(different);
    }
    for (Path path : written.keySet()) {
      try {
        Files.createDirectories(path.toAbsolutePath().getParent());
      } catch (IOException impossible) {
        throw CommandException.problem(
            path.getParent() + " cannot be made: " + impossible.getMessage());
      }
    }
    OutputFiles.write(written, force);
  }

  /** Prints what was written, and in what the other files differ. */
  void report(PrintWriter screen, boolean force) {
    added.keySet().forEach(path -> screen.println("  new      " + path));
    if (force) {
      different.keySet().forEach(path -> screen.println("  replaced " + path));
    }
    if (same > 0) {
      screen.println("  " + same + (same == 1 ? " file is" : " files are") + " as before");
    }
    if (!force) {
      different.forEach((path, content) -> printDifference(path, content, screen));
    }
  }

  private static void printDifference(Path path, byte[] content, PrintWriter screen) {
    screen.println("  differs  " + path + " (- yours, + drafted now)");
    byte[] there = read(path);
    List<String> yours = lines(there == null ? new byte[0] : there);
    List<String> unified =
        UnifiedDiffUtils.generateUnifiedDiff(
            "yours", "drafted", yours, DiffUtils.diff(yours, lines(content)), CONTEXT);
    unified.stream().skip(2).forEach(line -> screen.println("    " + line));
  }

  private static List<String> lines(byte[] content) {
    return new String(content, StandardCharsets.UTF_8).lines().toList();
  }

  /** Whether files were left as they are, although they differ. */
  boolean hasDifferent() {
    return !different.isEmpty();
  }
}
