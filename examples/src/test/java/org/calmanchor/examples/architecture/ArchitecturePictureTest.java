package org.calmanchor.examples.architecture;

import static org.assertj.core.api.Assertions.assertThat;

import com.tngtech.archunit.core.domain.Dependency;
import com.tngtech.archunit.core.domain.JavaClass;
import com.tngtech.archunit.core.domain.JavaClasses;
import com.tngtech.archunit.junit.AnalyzeClasses;
import com.tngtech.archunit.junit.ArchTest;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;

/** The picture of the packages in docs/architecture.svg is drawn from the compiled classes. */
@AnalyzeClasses(packages = "org.calmanchor", importOptions = ProductOnly.class)
class ArchitecturePictureTest {
  private static final Path PICTURE = Path.of("../docs/architecture.svg");
  private static final int WIDTH = 1500;
  private static final int BOX_WIDTH = 128;
  private static final int BOX_HEIGHT = 30;
  private static final int ROW = 62;

  /** Run with -Dcalm.anchor.rewrite=true to draw it anew; look at it. */
  @ArchTest
  static void showsThePackagesAsTheyAre(JavaClasses classes) throws IOException {
    String drawn = new ArchitecturePictureTest(classes).draw();
    if (Boolean.getBoolean("calm.anchor.rewrite")) {
      Files.writeString(PICTURE, drawn);
    } else {
      assertThat(PICTURE).hasContent(drawn);
    }
  }

  private final Map<String, Set<String>> uses = new TreeMap<>();
  private final Map<String, Integer> ranks = new HashMap<>();
  private final Map<String, Double> places = new HashMap<>();

  private ArchitecturePictureTest(JavaClasses classes) {
    for (JavaClass type : classes) {
      String from = nameOf(type);
      if (isShown(from)) {
        Set<String> used = uses.computeIfAbsent(from, name -> new TreeSet<>());
        for (Dependency dependency : type.getDirectDependenciesFromSelf()) {
          String to = nameOf(dependency.getTargetClass());
          if (isShown(to) && !to.equals(from)) {
            used.add(to);
          }
        }
      }
    }
    uses.keySet().forEach(this::rank);
  }

  private static String nameOf(JavaClass type) {
    return type.getPackageName().replaceFirst("^org\\.calmanchor\\.?", "");
  }

  private static boolean isShown(String name) {
    return name.matches(
            "(annotations|core\\.\\w+|yaml|configuration|deployment|servlet|launch|bundle|checks|callers|tls|client|draft|processor|web(\\.\\w+)?|host(\\.\\w+)?|standin|cli(\\.\\w+)?)")
        && !name.endsWith(".template");
  }

  /** How many packages lie below, one beneath the other. */
  private int rank(String name) {
    Integer known = ranks.get(name);
    if (known == null) {
      known = uses.getOrDefault(name, Set.of()).stream().mapToInt(this::rank).max().orElse(-1) + 1;
      ranks.put(name, known);
    }
    return known;
  }

  /** Those that are used directly, but for what is reached by way of another one. */
  private Set<String> direct(String name) {
    Set<String> direct = new TreeSet<>(uses.getOrDefault(name, Set.of()));
    for (String used : uses.getOrDefault(name, Set.of())) {
      direct.removeAll(reached(used, new HashSet<>()));
    }
    return direct;
  }

  private Set<String> reached(String name, Set<String> found) {
    for (String used : uses.getOrDefault(name, Set.of())) {
      if (found.add(used)) {
        reached(used, found);
      }
    }
    return found;
  }

  private String draw() {
    int top = ranks.values().stream().mapToInt(Integer::intValue).max().orElse(0);
    StringBuilder boxes = new StringBuilder();
    for (int rank = 0; rank <= top; rank++) {
      int row = rank;
      List<String> names = new ArrayList<>();
      uses.keySet().stream().filter(name -> ranks.get(name) == row).forEach(names::add);
      names.sort((a, b) -> Double.compare(wanted(a), wanted(b)));
      for (int i = 0; i < names.size(); i++) {
        places.put(names.get(i), WIDTH * (i + 0.5) / names.size());
        boxes.append(box(names.get(i), top));
      }
    }
    StringBuilder lines = new StringBuilder();
    uses.keySet()
        .forEach(name -> direct(name).forEach(used -> lines.append(line(name, used, top))));
    return svg((top + 1) * ROW + 20, lines, boxes);
  }

  /** Above the middle of what it uses. */
  private double wanted(String name) {
    return direct(name).stream()
        .mapToDouble(used -> places.getOrDefault(used, WIDTH / 2.0))
        .average()
        .orElse(WIDTH / 2.0);
  }

  private double y(String name, int top) {
    return 16 + (top - ranks.get(name)) * ROW;
  }

  private String box(String name, int top) {
    String module = name.replaceFirst("\\..*", "");
    return String.format(
        Locale.ROOT,
        "<g class=\"%s\"><rect x=\"%.0f\" y=\"%.0f\" width=\"%d\" height=\"%d\" rx=\"3\"/>"
            + "<text x=\"%.0f\" y=\"%.0f\">%s</text></g>%n",
        module,
        places.get(name) - BOX_WIDTH / 2.0,
        y(name, top),
        BOX_WIDTH,
        BOX_HEIGHT,
        places.get(name),
        y(name, top) + 20,
        name);
  }

  private String line(String from, String to, int top) {
    return String.format(
        Locale.ROOT,
        "<line x1=\"%.0f\" y1=\"%.0f\" x2=\"%.0f\" y2=\"%.0f\"/>%n",
        places.get(from),
        y(from, top) + BOX_HEIGHT,
        places.get(to),
        y(to, top));
  }

  private static String svg(int height, CharSequence lines, CharSequence boxes) {
    return """
        <svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 %d %d" role="img" \
        aria-label="The packages, each above those that it uses">
        <style>
        text { font: 13px sans-serif; text-anchor: middle; fill: #17303b; }
        line { stroke: #8fa3ab; stroke-width: 1.2; }
        rect { fill: #f4f1e8; stroke: #5b7480; }
        .core rect { fill: #e3eef1; }
        .web rect { fill: #e9f0e2; }
        </style>
        <rect width="%d" height="%d" style="fill: #ffffff; stroke: none"/>
        %s%s</svg>
        """
        .formatted(WIDTH, height, WIDTH, height, lines, boxes);
  }
}
