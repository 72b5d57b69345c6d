package org.calmanchor.examples.architecture;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;

/** Whatever is logged is cleaned, or is one of the few things that nobody outside can choose. */
class LogStatementsTest {
  private static final Pattern STATEMENT =
      Pattern.compile("\\b[A-Z][A-Z_]{2,}\\.(?:trace|debug|info|warn|error|log)\\(");

  /** Names of our own contracts and classes, numbers, and what we made ourselves. */
  private static final Set<String> OURS =
      Set.of(
          "name()",
          "answer.name()",
          "operation.name()",
          "found.name()",
          "operation.action()",
          "operation",
          "name",
          "owner.getName()",
          "context.incidentId()",
          "id",
          "millis",
          "most.toSeconds()",
          "stopTime.toSeconds()",
          "drainSeconds",
          "stopSeconds",
          "runningCount",
          "setting",
          "service.getClass().getSimpleName()",
          "slots.size()",
          "stuckCount()",
          "lost",
          "call.took().toMillis()");

  @Test
  void cleansEveryArgument() throws IOException {
    List<String> unclean = new ArrayList<>();
    int count = 0;
    for (Path file : sources()) {
      String source = Files.readString(file);
      Matcher statement = STATEMENT.matcher(source);
      while (statement.find()) {
        count++;
        List<String> arguments = arguments(source, statement.end());
        for (String argument : arguments.subList(1, arguments.size())) {
          if (!argument.startsWith("Loggable.") && !OURS.contains(argument)) {
            unclean.add(file.getFileName() + ": " + argument);
          }
        }
      }
    }
    assertThat(count).as("log statements").isGreaterThan(30);
    assertThat(unclean)
        .as("write Loggable.text(...) or Loggable.failure(...), or say here that it is ours")
        .isEmpty();
  }

  private static List<Path> sources() throws IOException {
    List<Path> all = new ArrayList<>();
    for (String module :
        List.of(
            "core",
            "checks",
            "callers",
            "configuration",
            "deployment",
            "servlet",
            "metrics",
            "transactions",
            "nodes",
            "spring",
            "launch",
            "bundle",
            "tls",
            "client",
            "draft",
            "processor",
            "web",
            "host",
            "standin",
            "cli")) {
      try (Stream<Path> files = Files.walk(Path.of("..", module, "src", "main", "java"))) {
        files.filter(file -> file.toString().endsWith(".java")).forEach(all::add);
      }
    }
    return all;
  }

  /** The arguments of a call from behind its parenthesis. */
  private static List<String> arguments(String source, int from) {
    List<String> arguments = new ArrayList<>();
    StringBuilder argument = new StringBuilder();
    int depth = 0;
    boolean isQuoted = false;
    for (int i = from; depth >= 0; i++) {
      char c = source.charAt(i);
      isQuoted ^= c == '"' && source.charAt(i - 1) != '\\';
      depth += isQuoted ? 0 : c == '(' ? 1 : c == ')' ? -1 : 0;
      if (depth < 0 || (depth == 0 && c == ',' && !isQuoted)) {
        arguments.add(argument.toString().strip());
        argument.setLength(0);
      } else {
        argument.append(c);
      }
    }
    return arguments;
  }
}
