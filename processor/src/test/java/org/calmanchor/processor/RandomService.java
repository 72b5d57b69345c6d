package org.calmanchor.processor;

import java.util.ArrayList;
import java.util.List;
import java.util.Random;

/**
 * Writes the source of a service that uses whatever two views of Java could see differently: places
 * of annotations, generic types, inheritance, accessors, Javadoc. Some services have mistakes.
 */
final class RandomService {
  static final String IMPORTS =
      """
      import jakarta.validation.constraints.*;
      import java.math.*;
      import java.net.*;
      import java.time.*;
      import java.util.*;
      import java.util.concurrent.*;
      import java.util.stream.*;
      import javax.xml.namespace.QName;
      import org.calmanchor.annotations.*;
      import org.jspecify.annotations.Nullable;
      """;

  private static final List<String> SIMPLE =
      List.of(
          "String",
          "int",
          "Integer",
          "long",
          "boolean",
          "BigDecimal",
          "LocalDate",
          "Duration",
          "URI",
          "byte[]",
          "QName",
          "UUID",
          "Pier",
          "char",
          "Date");
  private static final List<String> KEYS = List.of("String", "Integer", "Pier", "LocalDate");
  private static final List<String> MARKS =
      List.of(
          "@Element(minOccurs = 0) ",
          "@Element(nillable = true) ",
          "@Element(doc = \"A word\") ",
          "@Size(min = 1, max = 9) ",
          "@Facets(maxLength = 9) ",
          "@Facets(totalDigits = 4) ",
          "@Min(2) @Max(9) ",
          "@NotNull ",
          "@Nullable ",
          "@Pattern(regexp = \"[a-z]+\") ",
          "@Digits(integer = 4, fraction = 2) ",
          "@Element(name = \"other\") ",
          "@Element(namespace = \"urn:far\") ",
          "@Element(example = \"3\") ");

  private final Random random;
  private final StringBuilder source = new StringBuilder();
  private final List<String> types = new ArrayList<>();
  private int names;

  RandomService(Random random) {
    this.random = random;
  }

  String write() {
    source.append(IMPORTS).append(doc("A desk for boats."));
    source.append("@PortType(namespace = \"urn:lanternquay:random\"");
    source.append(chance(8) ? ", exposing = PortType.Exposing.PUBLIC" : "").append(")\n");
    source.append("public class Desk extends Base<String> implements Talk<Integer> {\n");
    source.append(doc("Where boats lie.")).append("  public enum Pier { ");
    source.append(doc("The north.")).append("HERON, @Lexical(\"sand piper\") SANDPIPER }\n");
    source.append("  public record Page<T>(List<T> items, Optional<T> best) {}\n");
    if (chance(3)) {
      sealedTypes();
    }
    for (int i = 0; i < 1 + random.nextInt(3); i++) {
      if (random.nextBoolean()) {
        record();
      } else {
        beans();
      }
    }
    faults();
    for (int i = 0; i < 1 + random.nextInt(3); i++) {
      operation("work" + i);
    }
    source.append("  @Operation public String said(Integer what) { return null; }\n}\n");
    source.append("interface Talk<T> {\n").append(doc("Says it.\n@param what the word"));
    source.append("  @Operation String said(T what);\n}\n");
    source.append("abstract class Base<B> {\n").append(doc("From above.\n@return what it is"));
    source.append(
        "  @Operation public B above(@Element(nillable = true) B given) { return null; }");
    return source.append("\n  public void close() {}\n}\n").toString();
  }

  private boolean chance(int oneIn) {
    return random.nextInt(oneIn) == 0;
  }

  private <T> T any(List<T> all) {
    return all.get(random.nextInt(all.size()));
  }

  private String doc(String text) {
    return chance(2) ? "" : "/** " + text + " {@code <b>} &amp; more. */\n";
  }

  /** A type; rarely one that has no form on the wire. */
  private String type() {
    return switch (random.nextInt(14)) {
      case 0, 1, 2 -> simple();
      case 3 -> "List<" + marked(item()) + ">";
      case 4 -> "Set<" + item() + ">";
      case 5 -> "Map<" + any(KEYS) + ", " + marked(item()) + ">";
      case 6 -> "Optional<" + marked(item()) + ">";
      case 7 -> item() + "[]";
      case 8 -> "Page<" + item() + ">";
      case 9 -> chance(30) ? "List<?>" : "Collection<" + item() + ">";
      case 10 -> shaped();
      default -> types.isEmpty() ? simple() : any(types);
    };
  }

  private String simple() {
    String type = any(SIMPLE);
    // What cannot be mapped comes rarely, so that most services are read to the end.
    return (type.equals("char") || type.equals("Date")) && !chance(20) ? "String" : type;
  }

  private String item() {
    String type = chance(2) || types.isEmpty() ? simple() : any(types);
    return switch (type) {
      case "int" -> "Integer";
      case "long" -> "Long";
      case "boolean" -> "Boolean";
      case "char" -> "Character";
      default -> type;
    };
  }

  /** A type with a mark on its use. */
  private String marked(String type) {
    return type.endsWith("]") || type.contains("<") || !chance(9)
        ? type
        : any(List.of("@Size(min = 1) ", "@Nullable ", "@NotNull ")) + type;
  }

  private String shaped() {
    return types.stream()
        .filter(type -> type.startsWith("R"))
        .findFirst()
        .map(type -> "@Shape(name = \"Line" + type + "\", only = {\"a\"}) " + type)
        .orElse("String");
  }

  private String marks() {
    return chance(9) ? any(MARKS) : "";
  }

  private String memberMarks() {
    return chance(20) ? any(List.of("@Attribute ", "@Omit ")) : marks();
  }

  private void record() {
    String name = "R" + names++;
    source.append(doc("A record.\n@param a its {@link Desk#work0 first}\n@param b more"));
    source.append("  public record ").append(name);
    source.append("(").append(memberMarks()).append(type()).append(" a, ").append(memberMarks());
    source.append(type()).append(" b) {\n");
    if (chance(3)) {
      source.append("    @Element(doc = \"By accessor\") public ");
      source.append("String c() { return null; }\n");
    }
    source.append("  }\n");
    types.add(name);
  }

  private void beans() {
    String name = "C" + names++;
    source.append("  @ComplexType(order = {\"x\", \"URL\", \"y\"})\n  public static class ");
    source.append(name).append(" {\n").append(doc("The x.")).append("    ").append(marks());
    source.append("public ").append(type()).append(" x;\n    private String url;\n");
    source.append(doc("Gets it.")).append("    ").append(chance(4) ? "@Nullable " : "");
    source.append("public String getURL() { return url; }\n");
    source.append("    public void setURL(").append(chance(4) ? "@Size(max = 4) " : "");
    source.append("String url) { this.url = url; }\n");
    source.append("    ").append(chance(20) ? "final " : "").append("boolean y = true;\n");
    source.append("    public boolean isY() { return y; }\n");
    source.append(chance(20) ? "    public " + name + "(int none) {}\n" : "").append("  }\n");
    types.add(name);
  }

  private void sealedTypes() {
    source.append("  public sealed interface Outcome<T> permits Done, Left {}\n");
    source.append("  public record Done<T>(T value) implements Outcome<T> {}\n");
    source.append("  public record Left<T>(String why) implements Outcome<T> {}\n");
    types.add("Outcome<" + any(KEYS) + ">");
  }

  private void faults() {
    source.append(doc("It is taken.")).append("  @Fault public static class Taken extends ");
    source.append(
        "Exception {\n    private final int until;\n    public Taken(String message, int");
    source.append(" until) { super(message); this.until = until; }\n");
    source.append(chance(20) ? "" : "    public int until() { return until; }\n").append("  }\n");
  }

  private void operation(String name) {
    source.append(doc("Does it.\n@param one the first\n@return what comes"));
    source.append("  @Operation").append(chance(20) ? "(name = \"work\")" : "").append(" public ");
    source.append(chance(5) ? "CompletionStage<" + item() + ">" : type()).append(" ");
    source.append(name).append("(").append(chance(9) ? "@Header " : marks()).append(type());
    source.append(" one").append(chance(2) ? "" : ", " + marks() + type() + " two");
    source.append(")").append(chance(3) ? " throws Taken" : "");
    source.append(" { throw new IllegalStateException(); }\n");
  }
}
