package org.calmanchor.core.random;

import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import org.calmanchor.annotations.Binary;
import org.calmanchor.core.lexical.TypeMapping;
import org.calmanchor.core.lexical.TypeMappings;

/**
 * Writes the source of a service with random data types, of every kind that a contract may hold.
 */
final class RandomSource {
  private final Random random;
  private final List<TypeMapping<?>> rows;
  private final boolean isStrict;
  private final StringBuilder types = new StringBuilder();
  private int records;

  /**
   * A writer.
   *
   * @param isStrict whether to leave out what our reader refuses on purpose though a validator does
   *     not: values that Java lacks, duplicates in sets and maps, what is asked of simple content
   *     in words only
   */
  RandomSource(Random random, boolean isStrict) {
    this.random = random;
    this.isStrict = isStrict;
    List<String> narrower = List.of("anyURI", "language", "CurrencyCode");
    this.rows =
        TypeMappings.rows().stream()
            .filter(row -> !isStrict || !narrower.contains(row.publishedName()))
            // Streams of bytes have no equality.
            .filter(row -> row.javaType() != Binary.class)
            .toList();
  }

  String service() {
    types.append("  public enum Pier { HERON, @Lexical(\"sand piper\") SANDPIPER }\n");
    types.append("  public record Page<T>(List<T> items, Optional<T> best) {}\n");
    types.append("  public record Depth(@Attribute Optional<Pier> by, @SimpleContent ");
    types.append(javaName(anyRow())).append(" value) {}\n");
    types.append("  public record Mark(@SimpleContent @Size(min = 1, max = 4) String text, ");
    types.append("@Attribute @Max(9) int weight) {}\n");
    types.append("  @ComplexType(namespace = \"urn:lanternquay:far\")\n");
    types.append(
        "  public record Far(String near, @Element(namespace = \"urn:b\") int other) {}\n");
    int count = 2 + random.nextInt(3);
    for (int i = 0; i < count; i++) {
      record();
    }
    types.append("  public record Badge(").append(component("b")).append(", int no) {}\n");
    types.append("  public sealed interface Vessel permits Sail, Tug {}\n");
    types.append("  public record Sail(").append(component("s")).append(") implements Vessel {}\n");
    types.append("  public record Tug(Optional<Vessel> tow, int power) implements Vessel {}\n");
    classes();
    String last = "R" + (records - 1);
    return "@PortType(namespace = \"urn:lanternquay:random\")\npublic class Fleet {\n"
        + types
        + "  public record All("
        + last
        + " first, "
        // A subtype that holds its supertype may be met before that.
        + (random.nextBoolean() ? "Optional<Tug> tug, " : "")
        + "Vessel vessel, List<Hull> hulls, Page<"
        + last
        + "> page) {}\n"
        + "  @Operation public All echo(@Header Badge badge, All result) { return result; }\n"
        + "  @Operation public void sum(@Header Badge badge, int... numbers) {}\n}\n";
  }

  private void classes() {
    types.append("  @ComplexType(order = {\"name\", \"depth\"}, derived = Keel.class)\n");
    types.append("  public static class Hull { public String name; public Depth depth; }\n");
    types.append("  @ComplexType(order = {\"tons\", \"URL\"})\n");
    types.append("  public static class Keel extends Hull {\n    private int tons;\n");
    types.append("    public int getTons() { return tons; }\n");
    types.append("    public void setTons(int tons) { this.tons = tons; }\n");
    types.append("    private String url;\n    public String getURL() { return url; }\n");
    types.append("    public void setURL(String url) { this.url = url; }\n  }\n");
  }

  private void record() {
    List<String> components = new ArrayList<>();
    int count = 1 + random.nextInt(5);
    for (int i = 0; i < count; i++) {
      // Names are of any letters.
      components.add(component((random.nextInt(4) == 0 ? "gr\u00f6\u00dfe" : "c") + i));
    }
    String name = "R" + records;
    if (random.nextBoolean()) {
      components.add("Optional<" + name + "> again");
    }
    types.append("  public record ").append(name).append("(");
    types.append(String.join(", ", components)).append(") {}\n");
    records++;
  }

  private TypeMapping<?> anyRow() {
    return rows.get(random.nextInt(rows.size()));
  }

  private static String javaName(TypeMapping<?> row) {
    return row.javaType().getCanonicalName();
  }

  /** The annotation that asks for a row that is not the default one of its type. */
  private static String asked(TypeMapping<?> row) {
    return row.equals(TypeMappings.forJava(row.javaType().getName()))
        ? ""
        : "@Element(type = \"" + row.base().getLocalPart() + "\") ";
  }

  private String component(String name) {
    TypeMapping<?> row = anyRow();
    String simple = javaName(row);
    String earlier = records == 0 ? "Pier" : "R" + random.nextInt(records);
    return switch (random.nextInt(isStrict ? 20 : 24)) {
      case 0 -> "@Attribute " + simple + " " + name;
      case 1 -> "@Attribute Optional<" + simple + "> " + name;
      case 2 -> asked(row) + "Optional<" + simple + "> " + name;
      case 3 -> asked(row) + "List<" + simple + "> " + name;
      case 4 -> "@Element(nillable = true) " + simple + " " + name;
      case 5 -> "@Element(minOccurs = 0, nillable = true) " + simple + " " + name;
      case 6 -> "@Element(wrapper = \"" + name + "s\") List<" + earlier + "> " + name;
      case 7 -> "@Element(wrapper = \"" + name + "s\") Optional<List<Integer>> " + name;
      case 8 -> "List<List<" + simple + ">> " + name;
      case 9 -> earlier + " " + name;
      case 10 -> "List<" + earlier + "> " + name;
      case 11 -> "int[] " + name;
      case 12 -> "Optional<Depth> " + name;
      case 13 -> "Far " + name;
      case 14 -> "@Min(-5) @Max(5) int " + name;
      case 15 -> "@Size(min = 1, max = 2) List<@PositiveOrZero Integer> " + name;
      case 16 -> "@Attribute(defaultValue = \"sand piper\") Pier " + name;
      case 17 -> "@Size(max = 2) " + earlier + "[] " + name;
      case 18 -> "@Element(wrapper = \"" + name + "s\") @Size(max = 2) int[] " + name;
      case 19 -> "java.time.LocalDate[] " + name;
      case 20 -> "List<Mark> " + name;
      case 21 -> "Set<Pier> " + name;
      case 22 -> "Map<String, " + simple + "> " + name;
      default -> "Map<Pier, " + earlier + "> " + name;
    };
  }
}
