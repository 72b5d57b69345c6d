package org.calmanchor.cli.terminal;

import java.io.IOException;
import java.nio.file.FileAlreadyExistsException;
import java.nio.file.Files;
import java.nio.file.NoSuchFileException;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.util.Map;

/** Writes the files that a command makes. */
public final class OutputFiles {
  private OutputFiles() {}

  /** Writes all files, or none if one of them exists already and must not be overwritten. */
  public static void write(Map<Path, byte[]> files, boolean force) {
    for (Path file : files.keySet()) {
      if (!force && Files.exists(file)) {
        throw isThere(file);
      }
    }
    files.forEach((file, content) -> write(file, content, force));
  }

  /** Writes all files into a folder, which is made if there is none. */
  public static void write(Path folder, Map<Path, byte[]> files, boolean force) {
    try {
      Files.createDirectories(folder);
    } catch (IOException impossible) {
      throw CommandException.problem(folder + " cannot be made: " + impossible.getMessage());
    }
    write(files, force);
  }

  private static void write(Path file, byte[] content, boolean force) {
    try {
      Files.write(
          file,
          content,
          StandardOpenOption.WRITE,
          StandardOpenOption.TRUNCATE_EXISTING,
          force ? StandardOpenOption.CREATE : StandardOpenOption.CREATE_NEW);
    } catch (FileAlreadyExistsException exists) {
      throw isThere(file);
    } catch (NoSuchFileException noFolder) {
      throw CommandException.usage(
          "There is no folder " + file.toAbsolutePath().getParent() + " to write into.");
    } catch (IOException unwritable) {
      throw CommandException.problem(file + " cannot be written: " + unwritable.getMessage());
    }
  }

  private static CommandException isThere(Path file) {
    return CommandException.usage(file + " is there already. Overwrite it with --force.");
  }
}
