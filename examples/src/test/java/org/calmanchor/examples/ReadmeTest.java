package org.calmanchor.examples;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.File;
import java.io.IOException;
import java.lang.reflect.Method;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import org.calmanchor.annotations.Attribute;
import org.calmanchor.annotations.ComplexType;
import org.calmanchor.annotations.Element;
import org.calmanchor.annotations.Fault;
import org.calmanchor.annotations.Header;
import org.calmanchor.annotations.Lexical;
import org.calmanchor.annotations.Omit;
import org.calmanchor.annotations.Operation;
import org.calmanchor.annotations.PortType;
import org.calmanchor.annotations.Shape;
import org.calmanchor.annotations.SimpleContent;
import org.calmanchor.annotations.SimpleType;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** What the papers say holds. */
class ReadmeTest {
  private static final Path ROOT = Path.of("..");

  @TempDir private Path folder;

  private static String readme() throws IOException {
    return Files.readString(ROOT.resolve("README.md"));
  }

  private static List<String> found(String pattern, String text) {
    List<String> all = new ArrayList<>();
    Matcher matcher = Pattern.compile(pattern, Pattern.DOTALL).matcher(text);
    while (matcher.find()) {
      all.add(matcher.group(1));
    }
    return all;
  }

  @Test
  void itsQuickStartCompilesAndItsDocumentCanBeWritten() throws Exception {
    List<String> sources = found("```java\n(.*?)```", readme());
    assertThat(sources).hasSize(2);
    Sources.compile(folder, "FuelDesk", sources.get(0), "-parameters");
    Sources.compile(folder, "Main", sources.get(1), "-cp", classPath());
    Tool wsdl = Tool.run(folder, "wsdl", "FuelDesk", "--classpath", ".", "--out", "fuel.wsdl");
    assertThat(wsdl.out()).startsWith("Wrote fuel.wsdl: service FuelDeskService, 2 operations");
  }

  private String classPath() {
    return folder + File.pathSeparator + System.getProperty("java.class.path");
  }

  @Test
  void itsLinksPicturesAndPathsAreThere() throws IOException {
    List<String> paths = found("\\]\\(([^)#:]+)\\)", readme());
    paths.addAll(found("`([a-z]+/src/[^`]+)`", readme()));
    assertThat(paths).hasSizeGreaterThan(20);
    assertThat(paths).allSatisfy(path -> assertThat(ROOT.resolve(path)).exists());
  }

  @Test
  void itShowsEveryScreenshot() throws IOException {
    try (Stream<Path> shots = Files.list(ROOT.resolve("docs/screenshots"))) {
      String readme = readme();
      assertThat(shots.map(shot -> shot.getFileName().toString())).allMatch(readme::contains);
    }
  }

  @Test
  void everyAnnotationIsAmongTheNamesWithAllItsMembers() throws IOException {
    List<String> names = Files.readAllLines(ROOT.resolve("docs/NAMES.md"));
    for (Class<?> annotation :
        List.of(
            PortType.class,
            Operation.class,
            Element.class,
            Attribute.class,
            ComplexType.class,
            Lexical.class,
            SimpleType.class,
            SimpleContent.class,
            Header.class,
            Omit.class,
            Shape.class,
            Fault.class)) {
      String row =
          names.stream()
              .filter(line -> line.startsWith("| `@" + annotation.getSimpleName() + "`"))
              .findFirst()
              .orElse("");
      for (Method member : annotation.getDeclaredMethods()) {
        assertThat(row).as(annotation.getSimpleName()).contains("`" + member.getName() + "`");
      }
    }
  }

  @Test
  void theProblemThatItShowsIsTheOneThatIsRaised() throws Exception {
    assertThat(readme().replace("\n    ", "\n"))
        .contains(CommandLineTest.COLLISION.lines().skip(1).reduce("", (a, b) -> a + b + "\n"));
  }
}
