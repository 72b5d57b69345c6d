package org.calmanchor.examples;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import javax.tools.ToolProvider;
import org.calmanchor.testing.Tool;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Every command line of the README works as it stands there, in the order in which it stands. */
class ReadmeCommandsTest {
  private static final Path ROOT = Path.of("..").toAbsolutePath().normalize();
  private static final Pattern COMMAND =
      Pattern.compile(
          "^ {4}(?:[A-Z_]+=\".*\" )?(\\./\\w\\S*|javac|mvn)( [^#\\n]*)?", Pattern.MULTILINE);
  private static final Pattern INDEX = Pattern.compile("Index  (http://localhost:\\d+)/");

  @TempDir private Path folder;

  @Test
  void everyCommandLineWorks() throws Exception {
    String readme = Files.readString(ROOT.resolve("README.md"));
    Files.writeString(folder.resolve("FuelDesk.java"), quickStart(readme));
    Files.writeString(folder.resolve("fuel.yaml"), block(readme, "```yaml\ncheck: "));
    int count = 0;
    // A command may go on in the next line.
    Matcher command = COMMAND.matcher(readme.replaceAll("\\\\\n +", ""));
    while (command.find()) {
      String arguments = command.group(2) == null ? "" : command.group(2).strip();
      run(command.group(1), arguments.isEmpty() ? List.of() : List.of(arguments.split(" +")));
      count++;
    }
    assertThat(count).isGreaterThanOrEqualTo(11);
  }

  /** The class of the quick start, which is the first one with imports. */
  private static String quickStart(String readme) {
    return block(readme, "```java\nimport ");
  }

  /** The first block of the text that begins so. */
  private static String block(String readme, String beginning) {
    int begin = readme.indexOf('\n', readme.indexOf(beginning)) + 1;
    return readme.substring(begin, readme.indexOf("```", begin));
  }

  private void run(String program, List<String> arguments) throws Exception {
    switch (program) {
      case "./calm-anchor" -> calmAnchor(arguments);
      case "javac" -> compile(arguments);
      case "mvn" -> assertThat(arguments).containsExactly("-q", "-DskipTests", "install");
      default -> assertThat(ROOT.resolve(program)).isExecutable();
    }
  }

  private void compile(List<String> arguments) throws IOException {
    List<String> placed = new ArrayList<>();
    for (String argument : arguments) {
      boolean isOption = argument.startsWith("-") || argument.startsWith("org.");
      placed.add(
          argument.contains("processor/target/lib")
              ? System.getProperty("java.class.path")
              : isOption ? argument : folder.resolve(argument).toString());
    }
    int result =
        ToolProvider.getSystemJavaCompiler().run(null, null, null, placed.toArray(new String[0]));
    assertThat(result).isZero();
  }

  private void calmAnchor(List<String> arguments) throws Exception {
    String verb = arguments.get(0);
    if (verb.equals("demo") || verb.equals("serve")) {
      try (Tool.Running running = new Tool.Running(folder, onFreePort(arguments))) {
        assertThat(running.until("Try ")).contains("The server is up.");
      }
    } else if (verb.equals("call")) {
      call(arguments);
    } else if (verb.equals("menu")) {
      menu(arguments);
    } else {
      Tool tool = Tool.run(folder, arguments.toArray(new String[0]));
      assertThat(tool.exitCode()).as(arguments + ": " + tool.err()).isZero();
    }
  }

  private void call(List<String> arguments) throws Exception {
    try (Tool.Running demo = new Tool.Running(folder, "demo", "--port", "0")) {
      Matcher index = INDEX.matcher(demo.until("Try "));
      assertThat(index.find()).isTrue();
      List<String> all = new ArrayList<>(arguments);
      all.replaceAll(each -> each.replace("http://localhost:8080", index.group(1)));
      Tool tool = Tool.run(folder, all.toArray(new String[0]));
      assertThat(tool.out()).as(tool.err()).contains("140.25");
    }
  }

  private void menu(List<String> arguments) throws Exception {
    try (Tool.Running demo = new Tool.Running(folder, "demo", "--port", "0")) {
      Matcher index = INDEX.matcher(demo.until("Try "));
      assertThat(index.find()).isTrue();
      List<String> all = new ArrayList<>(arguments);
      all.addAll(List.of("--address", index.group(1) + "/berths"));
      Tool menu = Tool.fed(folder, "2\n\n\n\n0\n", all.toArray(new String[0]));
      assertThat(menu.out()).contains("<tns:quoteStay", "140.25");
      assertThat(menu.exitCode()).isZero();
    }
  }

  private static String[] onFreePort(List<String> arguments) {
    List<String> all = new ArrayList<>(arguments);
    int port = all.indexOf("--port");
    if (port >= 0) {
      all.subList(port, port + 2).clear();
    }
    all.addAll(Arrays.asList("--port", "0"));
    return all.toArray(new String[0]);
  }
}
