package org.calmanchor.junit;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.function.Function;
import java.util.function.Supplier;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.calmanchor.checks.Check;
import org.calmanchor.checks.CheckFile;
import org.calmanchor.checks.CheckFileException;
import org.calmanchor.checks.CheckResult;
import org.calmanchor.checks.CheckedService;
import org.calmanchor.checks.Difference;
import org.junit.jupiter.api.DynamicContainer;
import org.junit.jupiter.api.DynamicNode;
import org.junit.jupiter.api.DynamicTest;
import org.opentest4j.AssertionFailedError;

/** Makes a test of each check in check files. */
final class CheckTests {
  private CheckTests() {}

  static Stream<DynamicNode> of(List<Path> places, Supplier<List<CheckedService>> services) {
    List<DynamicNode> files = new ArrayList<>();
    for (Path file : files(places)) {
      List<DynamicTest> tests =
          checks(file).stream().map(check -> test(file, check, services)).toList();
      files.add(
          DynamicContainer.dynamicContainer(
              file.getFileName().toString(), file.toUri(), tests.stream()));
    }
    return files.stream();
  }

  private static List<Path> files(List<Path> places) {
    List<Path> files = new ArrayList<>();
    for (Path place : places) {
      try (Stream<Path> all = Files.walk(place)) {
        all.filter(Files::isRegularFile)
            .filter(file -> file.equals(place) || file.toString().endsWith(".yaml"))
            .sorted()
            .forEach(files::add);
      } catch (IOException | UncheckedIOException unreadable) {
        throw new IllegalArgumentException(
            "There is no file or folder "
                + place
                + " that can be read; tests run in "
                + Path.of("").toAbsolutePath(),
            unreadable);
      }
    }
    if (files.isEmpty()) {
      throw new IllegalArgumentException("There is no check file (*.yaml) in " + places);
    }
    return files;
  }

  private static List<Check> checks(Path file) {
    try {
      return CheckFile.read(file);
    } catch (CheckFileException | IOException unreadable) {
      throw new IllegalArgumentException(
          file.resolveSibling(String.valueOf(unreadable.getMessage())).toString(), unreadable);
    }
  }

  private static DynamicTest test(Path file, Check check, Supplier<List<CheckedService>> services) {
    return DynamicTest.dynamicTest(check.name(), file.toUri(), () -> run(file, check, services));
  }

  private static void run(Path file, Check check, Supplier<List<CheckedService>> services) {
    List<CheckedService> all = services.get();
    CheckedService service =
        CheckedService.of(check, all)
            .orElseThrow(
                () ->
                    new AssertionFailedError(
                        file
                            + ": the check is for the service "
                            + check.service()
                            + ", which is not hosted here; there is "
                            + all.stream()
                                .map(CheckedService::name)
                                .collect(Collectors.joining(", "))));
    CheckResult result = service.run(check);
    if (!result.isPassed()) {
      throw failure(file, check, result.differences());
    }
  }

  /** A failure that development environments show as two texts side by side. */
  private static AssertionFailedError failure(
      Path file, Check check, List<Difference> differences) {
    String what = differences.stream().map(each -> "  " + each).collect(Collectors.joining("\n"));
    return new AssertionFailedError(
        file + ", operation " + check.operation() + ":\n" + what,
        lines(differences, Difference::expected),
        lines(differences, Difference::found));
  }

  private static String lines(List<Difference> differences, Function<Difference, String> side) {
    return differences.stream()
        .map(each -> (each.path().isEmpty() ? "" : each.path() + ": ") + side.apply(each))
        .collect(Collectors.joining("\n"));
  }
}
