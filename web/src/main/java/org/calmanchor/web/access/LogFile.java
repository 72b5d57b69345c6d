package org.calmanchor.web.access;

import java.io.Closeable;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.file.AccessDeniedException;
import java.nio.file.FileSystemException;
import java.nio.file.Files;
import java.nio.file.NoSuchFileException;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.nio.file.attribute.BasicFileAttributes;
import org.jspecify.annotations.Nullable;

/** A file that is appended to, and that others may move away; or the standard output. */
final class LogFile implements Closeable {
  private static final Path STANDARD_OUTPUT = Path.of("-");

  private final @Nullable Path path;
  private OutputStream out;

  /** What tells this file from another one at its path; null if the file system has no such. */
  private @Nullable Object key;

  private LogFile(@Nullable Path path, OutputStream out) throws IOException {
    this.path = path;
    this.out = out;
    this.key = path == null ? null : keyOf(path);
  }

  static LogFile open(Path path) throws IOException {
    return path.equals(STANDARD_OUTPUT)
        ? new LogFile(null, System.out)
        : new LogFile(path, append(path));
  }

  private static OutputStream append(Path path) throws IOException {
    Path folder = path.toAbsolutePath().getParent();
    if (folder != null) {
      Files.createDirectories(folder);
    }
    return Files.newOutputStream(path, StandardOpenOption.CREATE, StandardOpenOption.APPEND);
  }

  /** Why a file cannot be used, for a person. */
  static String reason(IOException failed) {
    if (failed instanceof NoSuchFileException missing) {
      return "there is no " + missing.getFile();
    }
    if (failed instanceof AccessDeniedException denied) {
      return "this user may not use " + denied.getFile();
    }
    String reason = failed instanceof FileSystemException at ? at.getReason() : failed.getMessage();
    return reason == null ? "the system refuses it" : reason;
  }

  private static @Nullable Object keyOf(Path path) throws IOException {
    return Files.readAttributes(path, BasicFileAttributes.class).fileKey();
  }

  /** Appends to the file that is at the path now. */
  void write(byte[] bytes, int length) throws IOException {
    Path named = path;
    if (named != null && isMoved(named)) {
      out.close();
      out = append(named);
      key = keyOf(named);
    }
    out.write(bytes, 0, length);
    out.flush();
  }

  private boolean isMoved(Path named) throws IOException {
    try {
      Object now = keyOf(named);
      return now != null && !now.equals(key);
    } catch (NoSuchFileException moved) {
      return true;
    }
  }

  @Override
  public void close() throws IOException {
    if (path != null) {
      out.close();
    }
  }
}
