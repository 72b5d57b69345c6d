package org.calmanchor.checks;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.NotDirectoryException;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.nio.file.attribute.PosixFilePermission;
import java.nio.file.attribute.PosixFilePermissions;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.stream.Stream;
import org.calmanchor.yaml.YamlNodes;

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
  /** The largest file that is read. */
  private static final long MOST_BYTES = 4L << 20;

  private static final int MOST_NAME = 100;

  /** The most files of a folder that are read. */
  private static final int MOST_FILES = 1_000;

  /**
   * The permissions of a new file: only its owner reads it, because checks may contain private
   * data.
   */
  private static final Set<PosixFilePermission> OWNER_ONLY =
      PosixFilePermissions.fromString("rw-------");

  private CheckFile() {}

  /**
   * Reads the checks of a file, in its order.
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
   * Reads the checks in {@code yaml}.
   *
   * @param name what the file is called in problems
   * @throws CheckFileException when it holds something else
   */
  public static List<Check> read(String name, String yaml) {
    return new CheckReader(name).read(yaml);
  }

  /**
   * Reads the values of a message, in YAML or JSON: what a check has at {@code input}.
   *
   * @param name what the file is called in problems
   * @throws CheckFileException when it holds something else
   */
  public static Map<String, Object> readValues(String name, String yaml) {
    return new CheckReader(name).readValues(yaml);
  }

  /**
   * The content of the {@code .yaml} files of a folder.
   *
   * @param checks by file name, then in the order of the file
   * @param problems of files that cannot be read; they hide no others
   */
  public record Folder(List<Check> checks, List<String> problems) {
    /** Copies the lists. */
    public Folder {
      checks = List.copyOf(checks);
      problems = List.copyOf(problems);
    }
  }

  /**
   * Reads the checks of all {@code .yaml} files of a folder.
   *
   * @throws IOException when the folder cannot be read
   */
  public static Folder readAll(Path folder) throws IOException {
    List<Check> checks = new ArrayList<>();
    List<String> problems = new ArrayList<>();
    try (Stream<Path> all = Files.list(folder)) {
      List<Path> files = all.filter(CheckFile::isCheckFile).sorted().toList();
      for (Path file : files.subList(0, Math.min(MOST_FILES, files.size()))) {
        try {
          checks.addAll(read(file));
        } catch (CheckFileException unreadable) {
          problems.add(String.valueOf(unreadable.getMessage()));
        } catch (IOException unreadable) {
          problems.add(file.getFileName() + ": cannot be read; is it UTF-8, and may it be read?");
        }
      }
      if (files.size() > MOST_FILES) {
        problems.add(
            "There are " + files.size() + " files; only the first " + MOST_FILES + " are read.");
      }
    }
    return new Folder(checks, problems);
  }

  private static boolean isCheckFile(Path file) {
    return String.valueOf(file.getFileName()).endsWith(".yaml") && Files.isRegularFile(file);
  }

  /**
   * Reads the value of {@code expect}.
   *
   * @param name what the text is called in problems
   * @throws CheckFileException when it is something else
   */
  public static Expected readExpected(String name, String yaml) {
    return new CheckReader(name).readExpected(yaml);
  }

  /** Writes the value of {@code expect}, as {@link #readExpected} takes it. */
  public static String write(Expected expected) {
    return new CheckWriter().write(expected);
  }

  /**
   * The value of {@code expect} as maps, lists and texts. Its JSON form is YAML too, so {@link
   * #readExpected} takes it.
   */
  public static Object document(Expected expected) {
    return TaggedValue.plain(CheckWriter.expected(expected));
  }

  /**
   * The values of a message as maps, lists and texts, as JSON has them: a matcher or reference is a
   * mapping with its tag, which {@link #readValues} takes.
   */
  @SuppressWarnings("unchecked") // a map stays one
  public static Map<String, Object> document(Map<String, Object> values) {
    return (Map<String, Object>) TaggedValue.plain(values);
  }

  /** The values of a message for people: a matcher is a text that says what it asks for. */
  @SuppressWarnings("unchecked") // a map stays one
  public static Map<String, Object> words(Map<String, Object> values) {
    return (Map<String, Object>) TaggedValue.words(values);
  }

  /** Writes a check as the text of a check file. */
  public static String write(Check check) {
    return new CheckWriter().write(check);
  }

  /** A file name for a check, from the names of its service and of itself, in plain letters. */
  public static String nameFor(Check check) {
    String words = (check.service() + " " + check.name()).toLowerCase(Locale.ROOT);
    String name = words.replaceAll("[^a-z0-9]+", "-").replaceAll("^-|-$", "");
    String shortened = name.substring(0, Math.min(MOST_NAME, name.length()));
    return (shortened.isEmpty() ? "check" : shortened) + ".yaml";
  }

  /**
   * Saves a check in a new file, which only the owner of this process may read. It never overwrites
   * a file, and never leaves an incomplete one.
   *
   * @return the file
   * @throws java.nio.file.FileAlreadyExistsException when there is such a file
   * @throws IOException when it cannot be written
   * @throws CheckFileException when the file could not be read again as the same check
   */
  public static Path keep(Check check, Path folder) throws IOException {
    if (Files.exists(folder) && !Files.isDirectory(folder)) {
      throw new NotDirectoryException(folder.toString());
    }
    byte[] yaml = readable(check);
    Files.createDirectories(folder);
    Path file = folder.resolve(nameFor(check));
    Path whole = Files.createTempFile(folder, ".check", ".tmp");
    try {
      if (whole.getFileSystem().supportedFileAttributeViews().contains("posix")) {
        Files.setPosixFilePermissions(whole, OWNER_ONLY);
      }
      Files.write(whole, yaml);
      // The name is reserved first, so that of two savers with one name the second fails.
      Files.createFile(file);
      return Files.move(whole, file, StandardCopyOption.REPLACE_EXISTING);
    } finally {
      Files.deleteIfExists(whole);
    }
  }

  /**
   * Gives checks of a file other expectations; all else in it stays as it is, comments included.
   *
   * @param renewed checks of the file that differ from those in it by what they expect
   * @throws IOException when the file cannot be read or written
   * @throws CheckFileException when it could not be read again as these checks; it stays as it was
   */
  public static void renew(Path file, List<Check> renewed) throws IOException {
    String name = String.valueOf(file.getFileName());
    Map<String, Expected> expected = new LinkedHashMap<>();
    renewed.forEach(check -> expected.put(check.name(), check.plain().expected()));
    String before = Files.readString(file, StandardCharsets.UTF_8);
    for (String check : expected.keySet()) {
      if (read(name, before).stream().filter(each -> each.name().equals(check)).count() != 1) {
        throw new CheckFileException(
            name, 0, "has not exactly one check \"" + check + "\"; give each a name of its own.");
      }
    }
    String after =
        new CheckEdits(new YamlNodes(name, CheckFileException::new)).apply(before, expected);
    List<Check> wanted =
        read(name, before).stream()
            .map(
                check ->
                    check.with(
                        check.input(),
                        check.headerBlocks(),
                        expected.getOrDefault(check.name(), check.expected())))
            .toList();
    if (!read(name, after).equals(wanted)) {
      throw new CheckFileException(
          name, 0, "could not be renewed without a change to something else; nothing was written.");
    }
    Path whole = Files.createTempFile(file.toAbsolutePath().getParent(), ".check", ".tmp");
    try {
      Files.writeString(whole, after, StandardCharsets.UTF_8);
      if (whole.getFileSystem().supportedFileAttributeViews().contains("posix")) {
        Files.setPosixFilePermissions(whole, Files.getPosixFilePermissions(file));
      }
      Files.move(whole, file, StandardCopyOption.REPLACE_EXISTING, StandardCopyOption.ATOMIC_MOVE);
    } finally {
      Files.deleteIfExists(whole);
    }
  }

  /** The text of the check, after reading it back to make sure that nothing is lost. */
  private static byte[] readable(Check check) {
    String name = nameFor(check);
    byte[] yaml = write(check).getBytes(StandardCharsets.UTF_8);
    if (yaml.length > MOST_BYTES) {
      throw new CheckFileException(name, 0, "would be larger than " + MOST_BYTES + " bytes.");
    }
    List<Check> again = read(name, new String(yaml, StandardCharsets.UTF_8));
    if (again.size() != 1 || !write(again.get(0)).equals(write(check.plain()))) {
      throw new CheckFileException(
          name, 0, "would not be read again as it is; nothing was kept. Are there odd characters?");
    }
    return yaml;
  }
}
