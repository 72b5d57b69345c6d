package org.calmanchor.benchmarks;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.stream.Stream;

/**
 * What the annotation processor adds to the time of javac: 200 services of ten operations with four
 * files of data types each, compiled by processes that take turns.
 */
public final class CompileBenchmark {
  private static final int SERVICES = 200;
  private static final int OPERATIONS = 5;
  private static final int ROUNDS = 7;

  private static final String IMPORTS =
      """
      import java.math.BigDecimal;
      import java.time.LocalDate;
      import java.util.*;
      import org.calmanchor.annotations.*;
      """;

  private CompileBenchmark() {}

  /** Takes the class path of the project, and the processor path. */
  public static void main(String[] arguments) throws IOException, InterruptedException {
    Path folder = Files.createTempDirectory("project");
    try {
      Path list = folder.resolve("sources");
      Files.write(list, sources(folder));
      double[] plain = new double[ROUNDS];
      double[] processed = new double[ROUNDS];
      List<String> processor = List.of("-processorpath", arguments[1]);
      for (int round = 0; round < ROUNDS; round++) {
        plain[round] = seconds(folder, arguments[0], list, List.of("-proc:none", "-parameters"));
        processed[round] = seconds(folder, arguments[0], list, processor);
      }
      Arrays.sort(plain);
      Arrays.sort(processed);
      System.out.println("| | best, s | median, s |");
      System.out.println("|---|--:|--:|");
      print("javac", plain[0], plain[ROUNDS / 2]);
      print("javac with the processor", processed[0], processed[ROUNDS / 2]);
      print("ratio", processed[0] / plain[0], processed[ROUNDS / 2] / plain[ROUNDS / 2]);
    } finally {
      delete(folder);
    }
  }

  private static void print(String what, double best, double median) {
    System.out.printf("| %s | %.2f | %.2f |%n", what, best, median);
  }

  private static double seconds(Path folder, String classPath, Path list, List<String> options)
      throws IOException, InterruptedException {
    Path output = Files.createTempDirectory(folder, "classes");
    List<String> command = new ArrayList<>(List.of("javac", "-d", output.toString()));
    command.addAll(List.of("-cp", classPath));
    command.addAll(options);
    command.add("@" + list);
    long begin = System.nanoTime();
    int result = new ProcessBuilder(command).inheritIO().start().waitFor();
    double took = (System.nanoTime() - begin) / 1e9;
    if (result != 0) {
      throw new IllegalStateException("the project does not compile");
    }
    delete(output);
    return took;
  }

  private static List<String> sources(Path folder) throws IOException {
    List<String> files = new ArrayList<>();
    for (int i = 0; i < SERVICES; i++) {
      String room = "p" + i;
      Files.createDirectories(folder.resolve(room));
      files.add(
          write(folder, room, "Pier", "/** A pier. */ public enum Pier { HERON, SANDPIPER }"));
      files.add(
          write(
              folder,
              room,
              "Berth",
              "/** A berth.\n * @param code its code\n * @param pier its pier */\n"
                  + "public record Berth(@Attribute String code, Pier pier, BigDecimal maxLength,"
                  + " Optional<String> note) {}"));
      files.add(
          write(
              folder,
              room,
              "Search",
              "/** What is looked for. */ public record Search(LocalDate arrival, int nights,"
                  + " BigDecimal boatLength, List<Pier> piers) {}"));
      files.add(
          write(
              folder,
              room,
              "Quote",
              "/** A price. */ public record Quote(BigDecimal total, List<Line> lines) {\n"
                  + "  public record Line(String what, int count, BigDecimal each) {} }"));
      files.add(write(folder, room, "Desk" + i, service(i)));
    }
    return files;
  }

  private static String service(int number) {
    StringBuilder source =
        new StringBuilder("/** A desk. */ @PortType(namespace = \"urn:lanternquay:p" + number)
            .append("\")\npublic class Desk" + number + " {\n");
    for (int i = 0; i < OPERATIONS; i++) {
      source.append(
          """
            /**
             * Finds berths.
             *
             * @param search what is looked for
             * @return what is there
             */
            @Operation public List<Berth> find%1$d(Search search, Pier pier) {
              List<Berth> all = new ArrayList<>();
              for (Pier each : Pier.values()) {
                if (search.piers().contains(each)) {
                  BigDecimal length = search.boatLength().add(BigDecimal.TEN);
                  all.add(new Berth("B" + search.nights(), each, length, Optional.of("x" + %1$d)));
                }
              }
              all.sort(Comparator.comparing(Berth::code).thenComparing(Berth::maxLength));
              return all;
            }
            @Operation public Quote quote%1$d(LocalDate from, LocalDate to) {
              return new Quote(
                  BigDecimal.ONE, List.of(new Quote.Line("a", from.getYear(), BigDecimal.TEN)));
            }
          """
              .formatted(i));
    }
    return source.append("}\n").toString();
  }

  private static String write(Path folder, String room, String name, String source)
      throws IOException {
    Path file = folder.resolve(room).resolve(name + ".java");
    Files.writeString(file, "package " + room + ";\n" + IMPORTS + source);
    return file.toString();
  }

  private static void delete(Path folder) throws IOException {
    try (Stream<Path> all = Files.walk(folder)) {
      for (Path each : all.sorted(Comparator.reverseOrder()).toList()) {
        Files.delete(each);
      }
    }
  }
}
