package org.calmanchor.cli.check;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.stream.Stream;
import org.calmanchor.checks.Check;
import org.calmanchor.checks.CheckFile;
import org.calmanchor.checks.CheckFileException;
import org.calmanchor.cli.terminal.CommandException;

/** A check and the file that it comes from. */
record SourcedCheck(Path file, Check check) {
  /**
   * Reads check files, and the check files of folders and the folders in them.
   *
   * @throws CommandException when one cannot be read; has all problems
   */
  static List<SourcedCheck> read(List<Path> places) {
    List<SourcedCheck> checks = new ArrayList<>();
    List<String> problems = new ArrayList<>();
    for (Path file : files(places)) {
      try {
        CheckFile.read(file).forEach(check -> checks.add(new SourcedCheck(file, check)));
      } catch (CheckFileException malformed) {
        problems.add(file.resolveSibling(String.valueOf(malformed.getMessage())).toString());
      } catch (IOException unreadable) {
        problems.add(file + ": cannot be read; is it UTF-8, and may it be read?");
      }
    }
    if (!problems.isEmpty()) {
      throw CommandException.problem(
          "Files that are no check files:\n  " + String.join("\n  ", problems));
    }
    return checks;
  }

  private static List<Path> files(List<Path> places) {
    List<Path> files = new ArrayList<>();
    for (Path place : places) {
      if (!Files.exists(place)) {
        throw CommandException.usage("There is no file or folder " + place + ".");
      }
      try (Stream<Path> all = Files.walk(place)) {
        all.filter(Files::isRegularFile)
            .filter(file -> file.equals(place) || file.toString().endsWith(".yaml"))
            .sorted()
            .forEach(files::add);
      } catch (IOException unreadable) {
        throw CommandException.usage("The folder " + place + " cannot be read.");
      }
    }
    if (files.isEmpty()) {
      throw CommandException.usage("There is no check file (*.yaml) in " + places + ".");
    }
    return files;
  }
}
