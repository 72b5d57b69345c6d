package org.calmanchor.testing;

import static java.nio.charset.StandardCharsets.UTF_8;

import java.io.DataInputStream;
import java.io.DataOutputStream;
import java.io.EOFException;
import java.io.FileDescriptor;
import java.io.FileOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.PrintWriter;
import java.io.StringWriter;
import java.io.UncheckedIOException;
import java.lang.reflect.Method;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.TimeUnit;
import org.jspecify.annotations.Nullable;

/**
 * A process that runs commands one after the other in one folder, because each start of a process
 * takes a second. A command gets nothing by standard input.
 */
final class CommandProcess {
  private static @Nullable CommandProcess last;

  private final Path folder;
  private final Process process;
  private final DataOutputStream to;
  private final DataInputStream from;

  private CommandProcess(Path folder) throws IOException {
    this.folder = folder;
    this.process =
        Tool.java(CommandProcess.class.getName())
            .directory(folder.toFile())
            .redirectError(Files.createTempFile(folder, "err", "").toFile())
            .start();
    this.to = new DataOutputStream(process.getOutputStream());
    this.from = new DataInputStream(process.getInputStream());
  }

  /** The process of a folder; that of the folder before ends. */
  static synchronized CommandProcess in(Path folder) throws IOException {
    CommandProcess known = last;
    if (known == null || !known.folder.equals(folder) || !known.process.isAlive()) {
      if (known != null) {
        known.process.destroy();
      }
      known = new CommandProcess(folder);
      last = known;
    }
    return known;
  }

  /** Runs a command to its end. */
  Tool run(List<String> arguments) throws Exception {
    to.writeInt(arguments.size());
    for (String argument : arguments) {
      write(to, argument);
    }
    to.flush();
    CompletableFuture<Tool> answer =
        CompletableFuture.supplyAsync(
            () -> {
              try {
                return new Tool(from.readInt(), read(from), read(from));
              } catch (IOException gone) {
                throw new UncheckedIOException(gone);
              }
            });
    try {
      return answer.get(Tool.PATIENCE_SECONDS, TimeUnit.SECONDS);
    } catch (Exception failed) {
      process.destroyForcibly();
      throw new AssertionError("did not end: " + arguments, failed);
    }
  }

  private static void write(DataOutputStream to, String text) throws IOException {
    byte[] bytes = text.getBytes(UTF_8);
    to.writeInt(bytes.length);
    to.write(bytes);
  }

  private static String read(DataInputStream from) throws IOException {
    return new String(from.readNBytes(from.readInt()), UTF_8);
  }

  /** Runs what comes by standard input. */
  public static void main(String[] none) throws Exception {
    // This module comes before that of the command line.
    Method run =
        Class.forName(Tool.COMMAND)
            .getMethod("run", List.class, PrintWriter.class, PrintWriter.class);
    DataInputStream asked = new DataInputStream(System.in);
    DataOutputStream given = new DataOutputStream(new FileOutputStream(FileDescriptor.out));
    System.setIn(InputStream.nullInputStream());
    System.setOut(System.err);
    try {
      while (true) {
        List<String> arguments = new ArrayList<>();
        for (int left = asked.readInt(); left > 0; left--) {
          arguments.add(read(asked));
        }
        StringWriter out = new StringWriter();
        StringWriter err = new StringWriter();
        given.writeInt(
            (int)
                run.invoke(
                    null, arguments, new PrintWriter(out, true), new PrintWriter(err, true)));
        write(given, out.toString());
        write(given, err.toString());
        given.flush();
      }
    } catch (EOFException over) {
      System.exit(0);
    }
  }
}
