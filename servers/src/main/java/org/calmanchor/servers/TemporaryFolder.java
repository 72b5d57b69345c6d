package org.calmanchor.servers;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.FileVisitResult;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.SimpleFileVisitor;
import java.nio.file.attribute.BasicFileAttributes;
import java.nio.file.attribute.PosixFilePermission;
import java.nio.file.attribute.PosixFilePermissions;
import java.util.Set;

/** A folder for the files of one server. Its name has the user's name; nobody else may enter. */
public final class TemporaryFolder implements AutoCloseable {
  private static final Set<PosixFilePermission> OWN = PosixFilePermissions.fromString("rwx------");

  private final Path path;

  private TemporaryFolder(Path path) {
    this.path = path;
  }

  /** Makes a folder for what {@code use} names. */
  public static TemporaryFolder of(String use) {
    String name = "calm-anchor-" + System.getProperty("user.name") + "-" + use + "-";
    try {
      return new TemporaryFolder(
          Files.createTempDirectory(name, PosixFilePermissions.asFileAttribute(OWN)));
    } catch (IOException unwritable) {
      throw new UncheckedIOException(unwritable);
    }
  }

  /** Where it is. */
  public Path path() {
    return path;
  }

  /** Removes it with all that is in it; does nothing if it is gone. */
  @Override
  public void close() {
    if (!Files.exists(path)) {
      return;
    }
    try {
      Files.walkFileTree(path, new Removal());
    } catch (IOException unremovable) {
      throw new UncheckedIOException(unremovable);
    }
  }

  private static final class Removal extends SimpleFileVisitor<Path> {
    @Override
    public FileVisitResult visitFile(Path file, BasicFileAttributes attributes) throws IOException {
      Files.deleteIfExists(file);
      return FileVisitResult.CONTINUE;
    }

    /** A server that ends removes files of its own. */
    @Override
    public FileVisitResult visitFileFailed(Path file, IOException gone) {
      return FileVisitResult.CONTINUE;
    }

    @Override
    public FileVisitResult postVisitDirectory(Path folder, IOException failed) throws IOException {
      Files.deleteIfExists(folder);
      return FileVisitResult.CONTINUE;
    }
  }
}
