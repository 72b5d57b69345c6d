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
 * files of data types each, compiled by two processes at a time that take turns.
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
      double[] ratios = new double[ROUNDS];
      for (int round = 0; round < ROUNDS; round++) {
        List<String> without = javac(folder, arguments[0], list, "-proc:none", "-parameters");
        List<String> with = javac(folder, arguments[0], list, "-processorpath", arguments[1]);
        boolean isOdd = round % 2 == 1;
        double[] seconds =
            isOdd
                ? AlternatingProcess.seconds(with, without)
                : AlternatingProcess.seconds(without, with);
        plain[round] = seconds[isOdd ? 1 : 0];
        processed[round] = seconds[isOdd ? 0 : 1];
        ratios[round] = processed[round] / plain[round];
      }
      System.out.println("| | lowest | median | highest |");
      System.out.println("|---|--:|--:|--:|");
      print("javac, s", plain);
      print("javac with the processor, s", processed);
      print("ratio of a pair", ratios);
    } finally {
      delete(folder);
    }
  }

  private static void print(String what, double[] values) {
    Arrays.sort(values);
    System.out.printf(
        "| %s | %.2f | %.2f | %.2f |%n", what, values[0], values[ROUNDS / 2], values[ROUNDS - 1]);
  }

  /** Output stays until the end: a disk that is still deleting slows the next process down. */
  private static List<String> javac(Path folder, String classPath, Path list, String... options)
      throws IOException {
    Path output = Files.createTempDirectory(folder, "classes");
    List<String> command = new ArrayList<>(List.of("javac", "-d", output.toString()));
    command.addAll(List.of("-cp", classPath));
    command.addAll(List.of(options));
    command.add("@" + list);
    return command;
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
