package org.calmanchor.checks;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.NotDirectoryException;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.stream.Stream;

/**
 * Files of checks, in YAML 1.2. One holds one check, or several under {@code checks}:
 *
 * <pre>{@code
 * check: Second Breakfast pays one started metre
 * operation: quoteStay
 * input:
 *   boatLength: 12.35
 *   arrival: 2027-06-11
 *   nights: 3
 * expect:
 *   result:
 *     result:
 *       total: 140.25
 *   compare: named
 * }</pre>
 */
public final class CheckFile {
  /** A bigger file is none that a person keeps. */
  private static final long MOST_BYTES = 4L << 20;

  private static final int MOST_NAME = 100;

  private CheckFile() {}

  /**
   * The checks of a file, in its order.
   *
   * @throws IOException when it cannot be read
   * @throws CheckFileException when it holds something else
   */
  public static List<Check> read(Path file) throws IOException {
    String name = String.valueOf(file.getFileName());
    if (Files.size(file) > MOST_BYTES) {
      throw new CheckFileException(name, 0, "is larger than " + MOST_BYTES + " bytes.");
    }
    return read(name, Files.readString(file, StandardCharsets.UTF_8));
  }

  /**
   * The checks that {@code yaml} holds.
   *
   * @param name what the file is called in problems
   * @throws CheckFileException when it holds something else
   */
  public static List<Check> read(String name, String yaml) {
    return new CheckReader(name).read(yaml);
  }

  /**
   * The checks of all files of a folder that end in {@code .yaml}, by file name.
   *
   * @throws IOException when one cannot be read
   * @throws CheckFileException when one holds something else
   */
  public static List<Check> readAll(Path folder) throws IOException {
    List<Check> checks = new ArrayList<>();
    try (Stream<Path> files = Files.list(folder)) {
      for (Path file : files.filter(CheckFile::isCheckFile).sorted().toList()) {
        checks.addAll(read(file));
      }
    }
    return checks;
  }

  private static boolean isCheckFile(Path file) {
    return String.valueOf(file.getFileName()).endsWith(".yaml") && Files.isRegularFile(file);
  }

  /**
   * What stands under {@code expect}.
   *
   * @param name what the text is called in problems
   * @throws CheckFileException when it is something else
   */
  public static Expected readExpected(String name, String yaml) {
    return new CheckReader(name).readExpected(yaml);
  }

  /** What stands under {@code expect}, as {@link #readExpected} takes it. */
  public static String write(Expected expected) {
    return new CheckWriter().write(expected);
  }

  /** A check as a file holds it. */
  public static String write(Check check) {
    return new CheckWriter().write(check);
  }

  /** The name of the file that keeps a check: its service's and its own, in plain letters. */
  public static String nameFor(Check check) {
    String words = (check.service() + " " + check.name()).toLowerCase(Locale.ROOT);
    String name = words.replaceAll("[^a-z0-9]+", "-").replaceAll("^-|-$", "");
    String shortened = name.substring(0, Math.min(MOST_NAME, name.length()));
    return (shortened.isEmpty() ? "check" : shortened) + ".yaml";
  }

  /**
   * Keeps a check in a file of its own; nothing is overwritten.
   *
   * @return the file
   * @throws java.nio.file.FileAlreadyExistsException when there is such a file
   * @throws IOException when it cannot be written
   */
  public static Path keep(Check check, Path folder) throws IOException {
    if (Files.exists(folder) && !Files.isDirectory(folder)) {
      throw new NotDirectoryException(folder.toString());
    }
    Files.createDirectories(folder);
    return Files.writeString(
        folder.resolve(nameFor(check)),
        write(check),
        StandardCharsets.UTF_8,
        StandardOpenOption.CREATE_NEW,
        StandardOpenOption.WRITE);
  }
}
