package org.calmanchor.examples;

import java.io.BufferedReader;
import java.io.DataInputStream;
import java.io.DataOutputStream;
import java.io.File;
import java.io.FileDescriptor;
import java.io.FileOutputStream;
import java.io.IOException;
import java.io.InputStreamReader;
import java.io.PrintWriter;
import java.io.StringWriter;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.concurrent.TimeUnit;
import java.util.stream.Collectors;
import org.calmanchor.cli.CalmAnchor;

/** The command line as a process of its own, and what it said. */
public record Tool(int exitCode, String out, String err) {
  private static final long PATIENCE_SECONDS = 60;

  private static ProcessBuilder command(String... arguments) {
    List<String> all = new ArrayList<>();
    all.add(Path.of(System.getProperty("java.home"), "bin", "java").toString());
    // The tests start many: these options halve the time of a start.
    all.addAll(
        List.of(
            "-XX:TieredStopAtLevel=1",
            "-XX:+UseSerialGC",
            "-XX:+UnlockDiagnosticVMOptions",
            "-XX:-BytecodeVerificationRemote"));
    all.add("-cp");
    all.add(System.getProperty("java.class.path"));
    all.add("org.calmanchor.cli.CalmAnchor");
    all.addAll(List.of(arguments));
    return new ProcessBuilder(all);
  }

  /** Runs a command to its end. */
  public static Tool run(Path folder, String... arguments) throws Exception {
    return fed(folder, "", arguments);
  }

  /** Runs a command to its end, which gets {@code typed} as if somebody had typed it. */
  public static Tool fed(Path folder, String typed, String... arguments) throws Exception {
    Path in = Files.writeString(Files.createTempFile(folder, "in", ""), typed);
    Path out = Files.createTempFile(folder, "out", "");
    Path err = Files.createTempFile(folder, "err", "");
    Process process =
        command(arguments)
            .directory(folder.toFile())
            .redirectInput(in.toFile())
            .redirectOutput(out.toFile())
            .redirectError(err.toFile())
            .start();
    if (!process.waitFor(PATIENCE_SECONDS, TimeUnit.SECONDS)) {
      process.destroyForcibly();
      throw new AssertionError("did not end: " + Files.readString(out) + Files.readString(err));
    }
    return new Tool(process.exitValue(), Files.readString(out), Files.readString(err));
  }

  /** Runs commands to their ends one after the other, in one process of their own. */
  static List<Tool> runAll(Path folder, List<String> lines) throws Exception {
    List<String> all = new ArrayList<>(command(lines.toArray(new String[0])).command());
    all.set(all.indexOf("org.calmanchor.cli.CalmAnchor"), Several.class.getName());
    Process process =
        new ProcessBuilder(all)
            .directory(folder.toFile())
            .redirectInput(Files.createTempFile(folder, "in", "").toFile())
            .redirectError(Files.createTempFile(folder, "err", "").toFile())
            .start();
    try (DataInputStream in = new DataInputStream(process.getInputStream())) {
      List<Tool> tools = new ArrayList<>();
      for (int i = 0; i < lines.size(); i++) {
        tools.add(new Tool(in.readInt(), in.readUTF(), in.readUTF()));
      }
      return tools;
    } finally {
      process.destroy();
    }
  }

  /** The process of several commands: each argument is the line of one. */
  static final class Several {
    private Several() {}

    /** Writes what each command gave. */
    public static void main(String[] lines) throws IOException {
      DataOutputStream given = new DataOutputStream(new FileOutputStream(FileDescriptor.out));
      for (String line : lines) {
        StringWriter out = new StringWriter();
        StringWriter err = new StringWriter();
        given.writeInt(
            CalmAnchor.run(
                List.of(line.split(" ", -1)),
                new PrintWriter(out, true),
                new PrintWriter(err, true)));
        given.writeUTF(out.toString());
        given.writeUTF(err.toString());
      }
    }
  }

  /** Runs a command on a terminal of its own; all that appears there. */
  static String onTerminal(Path folder, String... arguments) throws Exception {
    String quoted =
        command(arguments).command().stream()
            .map(each -> "'" + each + "'")
            .collect(Collectors.joining(" "));
    ProcessBuilder script =
        new ProcessBuilder("script", "-q", "-e", "-c", quoted, "/dev/null")
            .directory(folder.toFile())
            .redirectErrorStream(true)
            .redirectInput(Files.createTempFile(folder, "in", "").toFile());
    script.environment().put("TERM", "xterm");
    Process process = script.start();
    String seen = new String(process.getInputStream().readAllBytes(), StandardCharsets.UTF_8);
    if (!process.waitFor(PATIENCE_SECONDS, TimeUnit.SECONDS)) {
      process.destroyForcibly();
      throw new AssertionError("did not end: " + seen);
    }
    return seen;
  }

  /** A command that stays in the foreground. */
  static final class Running implements AutoCloseable {
    private final Process process;
    private final BufferedReader out;

    Running(Path folder, String... arguments) throws IOException {
      this(folder, Map.of(), arguments);
    }

    Running(Path folder, Map<String, String> environment, String... arguments) throws IOException {
      ProcessBuilder builder =
          command(arguments)
              .directory(folder.toFile())
              .redirectError(new File(folder.toFile(), "running.err"));
      builder.environment().putAll(environment);
      process = builder.start();
      out =
          new BufferedReader(
              new InputStreamReader(process.getInputStream(), StandardCharsets.UTF_8));
    }

    /** All that it prints up to the line that contains {@code last}. */
    String until(String last) throws IOException {
      StringBuilder text = new StringBuilder();
      String line = out.readLine();
      while (line != null) {
        text.append(line).append('\n');
        if (line.contains(last)) {
          return text.toString();
        }
        line = out.readLine();
      }
      throw new AssertionError("ended before \"" + last + "\": " + text);
    }

    /** Asks it to end, as Ctrl-C does; its last words. */
    String stop() throws Exception {
      process.toHandle().destroy();
      if (!process.waitFor(PATIENCE_SECONDS, TimeUnit.SECONDS)) {
        throw new AssertionError("did not stop");
      }
      StringBuilder text = new StringBuilder();
      for (String line = out.readLine(); line != null; line = out.readLine()) {
        text.append(line).append('\n');
      }
      return text.toString();
    }

    @Override
    public void close() {
      process.destroyForcibly();
    }
  }
}
