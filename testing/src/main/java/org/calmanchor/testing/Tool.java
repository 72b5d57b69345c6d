package org.calmanchor.testing;

import java.io.BufferedReader;
import java.io.File;
import java.io.IOException;
import java.io.InputStreamReader;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.concurrent.TimeUnit;
import java.util.stream.Collectors;

/**
 * The command line as a process of its own, and what it said.
 *
 * @param exitCode what it ended with
 * @param out all that it printed
 * @param err all that it printed about mistakes
 */
public record Tool(int exitCode, String out, String err) {
  /** The class of the command line, which is on the class path of the tests that use this. */
  static final String COMMAND = "org.calmanchor.cli.CalmAnchor";

  static final long PATIENCE_SECONDS = Await.PATIENCE.toSeconds();

  private static ProcessBuilder command(String... arguments) {
    return java(COMMAND, arguments);
  }

  /** A process of Java with the class path of the tests. */
  static ProcessBuilder java(String main, String... arguments) {
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
    all.add(main);
    all.addAll(List.of(arguments));
    return new ProcessBuilder(all);
  }

  /** Runs a command to its end, in a process that it may share with earlier ones of this folder. */
  public static Tool run(Path folder, String... arguments) throws Exception {
    return CommandProcess.in(folder).run(List.of(arguments));
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

  /** Runs a command on a terminal of its own; all that appears there. */
  public static String onTerminal(Path folder, String... arguments) throws Exception {
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
  public static final class Running implements AutoCloseable {
    private final Process process;
    private final BufferedReader out;

    /** Starts a command in a folder. */
    public Running(Path folder, String... arguments) throws IOException {
      this(folder, Map.of(), arguments);
    }

    /** Starts a command in a folder, with more variables of the environment. */
    public Running(Path folder, Map<String, String> environment, String... arguments)
        throws IOException {
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
    public String until(String last) throws IOException {
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
    public String stop() throws Exception {
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
