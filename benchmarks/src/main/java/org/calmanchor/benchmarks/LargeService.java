package org.calmanchor.benchmarks;

import java.io.IOException;
import java.io.PrintWriter;
import java.io.StringWriter;
import java.net.URL;
import java.net.URLClassLoader;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.spi.ToolProvider;
import java.util.stream.Stream;

/** A service of many operations, each with five data types of its own, compiled when asked for. */
final class LargeService implements AutoCloseable {
  private static final int TYPES_IN_A_FILE = 500;

  private static final String IMPORTS =
      """
      import java.math.BigDecimal;
      import java.time.LocalDate;
      import java.util.*;
      import org.calmanchor.annotations.*;
      """;

  private final Path folder;
  private final URLClassLoader loader;

  private LargeService(Path folder, URLClassLoader loader) {
    this.folder = folder;
    this.loader = loader;
  }

  /** Generates a service with this number of operations. */
  static LargeService of(int operations) throws IOException {
    Path folder = Files.createTempDirectory("large");
    List<String> files = new ArrayList<>();
    StringBuilder types = new StringBuilder();
    StringBuilder service = new StringBuilder();
    service.append("import org.calmanchor.annotations.*;\n");
    service.append("@PortType(namespace = \"urn:lanternquay:large\")\npublic class Large {\n");
    for (int i = 0; i < operations; i++) {
      types.append("record Berth%d(@Attribute String code, Pier%d pier) {}%n".formatted(i, i));
      types.append("enum Pier%d { HERON, KITTIWAKE, SANDPIPER }%n".formatted(i));
      types.append("record Boat%d(String name, BigDecimal length) {}%n".formatted(i));
      types.append(
          "record Stay%d(Boat%d boat, LocalDate arrival, int nights) {}%n".formatted(i, i));
      types.append(
          "record Answer%d(List<Berth%d> berths, Optional<String> note) {}%n".formatted(i, i));
      service.append(
          "  @Operation public Answer%d ask%d(Stay%d stay) { return null; }%n".formatted(i, i, i));
      if (i % TYPES_IN_A_FILE == TYPES_IN_A_FILE - 1 || i == operations - 1) {
        files.add(write(folder, "Types" + files.size(), IMPORTS + types));
        types.setLength(0);
      }
    }
    files.add(write(folder, "Large", service + "}\n"));
    compile(folder, files);
    URL[] urls = {folder.toUri().toURL()};
    return new LargeService(folder, new URLClassLoader(urls, LargeService.class.getClassLoader()));
  }

  private static String write(Path folder, String name, String source) throws IOException {
    Path file = folder.resolve(name + ".java");
    Files.writeString(file, source);
    return file.toString();
  }

  private static void compile(Path folder, List<String> files) {
    List<String> arguments =
        new ArrayList<>(
            List.of(
                "-proc:none",
                "-parameters",
                "-cp",
                System.getProperty("java.class.path"),
                "-d",
                folder.toString()));
    arguments.addAll(files);
    StringWriter said = new StringWriter();
    PrintWriter out = new PrintWriter(said);
    int result =
        ToolProvider.findFirst("javac")
            .orElseThrow()
            .run(out, out, arguments.toArray(new String[0]));
    if (result != 0) {
      throw new IllegalStateException(said.toString());
    }
  }

  /** Its class. */
  Class<?> type() throws ClassNotFoundException {
    return loader.loadClass("Large");
  }

  @Override
  public void close() throws IOException {
    loader.close();
    try (Stream<Path> all = Files.walk(folder)) {
      for (Path each : all.sorted(Comparator.reverseOrder()).toList()) {
        Files.delete(each);
      }
    }
  }
}
