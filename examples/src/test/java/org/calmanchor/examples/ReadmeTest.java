package org.calmanchor.examples;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.ByteArrayInputStream;
import java.io.File;
import java.io.IOException;
import java.lang.reflect.Method;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import javax.xml.parsers.DocumentBuilderFactory;
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
import org.calmanchor.testing.Sources;
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
  void itsProgramsCompile() throws Exception {
    List<String> sources = found("```java\n(.*?)```", readme());
    assertThat(sources).hasSize(3);
    String imports = "import java.math.BigDecimal;\nimport org.calmanchor.annotations.*;\n";
    Path first = Files.createDirectory(folder.resolve("first"));
    Sources.compile(first, "FuelDesk", imports + sources.get(0), "-parameters");
    Sources.compile(folder, "FuelDesk", sources.get(1), "-parameters");
    Sources.compile(folder, "Main", sources.get(2), "-cp", classPath());
  }

  @Test
  void itsProjectNeedsNothingElse() throws Exception {
    String pom = found("```xml\n(.*?)```", readme()).get(0);
    String parent = Files.readString(ROOT.resolve("pom.xml"));
    assertThat(found("<version>([^<]+)</version>\\s*</dependency>", pom + "</dependency>"))
        .contains(found("<version>([^<]+)</version>", parent).get(0));
    assertThat(pom)
        .contains("<release>17</release>", "calm-anchor-processor", "slf4j-simple")
        .contains("<version>" + found("<slf4j.version>([^<]+)<", parent).get(0) + "</version>");
    DocumentBuilderFactory.newDefaultInstance()
        .newDocumentBuilder()
        .parse(new ByteArrayInputStream(pom.getBytes(StandardCharsets.UTF_8)));
  }

  private String classPath() {
    return folder + File.pathSeparator + System.getProperty("java.class.path");
  }

  @Test
  void allLinksPicturesAndPathsExist() throws IOException {
    List<Path> papers = new ArrayList<>(List.of(ROOT.resolve("README.md")));
    papers.add(ROOT.resolve("CONTRIBUTING.md"));
    try (Stream<Path> docs = Files.list(ROOT.resolve("docs"))) {
      docs.filter(each -> each.toString().endsWith(".md")).forEach(papers::add);
    }
    int count = 0;
    for (Path paper : papers) {
      String text = Files.readString(paper);
      for (String link : found("\\]\\(([^)#:\\s]+)\\)", text)) {
        assertThat(paper.resolveSibling(link)).as(paper.toString()).exists();
        count++;
      }
      for (String path : found("`([a-z]+/src/[^`]+)`", text)) {
        assertThat(ROOT.resolve(path)).as(paper.toString()).exists();
        count++;
      }
    }
    assertThat(count).isGreaterThan(80);
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
}
