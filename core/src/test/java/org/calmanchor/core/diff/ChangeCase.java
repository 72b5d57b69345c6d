package org.calmanchor.core.diff;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** A change and what is expected of it, from a file of the test resources. */
record ChangeCase(String title, Map<String, String> lines) {
  private static final Pattern ELEMENT = Pattern.compile("\\{(\\w+):(\\w+)([?*+]?)}");
  private static final Pattern ATTRIBUTE = Pattern.compile("\\[([a-z]\\w*):(\\w+)(!?)]");
  private static final Pattern SIMPLE = Pattern.compile("\\b([A-Z]\\w*)=(\\w+)\\(([^)]*)\\)");

  static List<ChangeCase> read(String file) throws IOException {
    List<ChangeCase> cases = new ArrayList<>();
    for (String line : Files.readAllLines(Path.of("src/test/resources", file))) {
      if (line.startsWith("== ")) {
        cases.add(new ChangeCase(line.substring(3).strip(), new LinkedHashMap<>()));
      } else if (!line.startsWith("#") && line.contains(":")) {
        int colon = line.indexOf(':');
        cases
            .get(cases.size() - 1)
            .lines()
            .put(line.substring(0, colon), line.substring(colon + 1).strip());
      }
    }
    return cases;
  }

  String line(String name) {
    return lines.getOrDefault(name, "");
  }

  /** The schema components of an old or a new body, written out. */
  String schema(String name) {
    String[] parts = line(name).split(" \\|\\| ", 2);
    String content =
        parts[0].startsWith("<") ? parts[0] : "<xs:sequence>" + parts[0] + "</xs:sequence>";
    String globals = parts.length > 1 ? parts[1] : "";
    return expanded(
        "<xs:element name=\"message\"><xs:complexType>"
            + content
            + "</xs:complexType></xs:element>"
            + globals);
  }

  private static String expanded(String text) {
    String simple =
        SIMPLE
            .matcher(text)
            .replaceAll(
                found ->
                    Matcher.quoteReplacement(
                        "<xs:simpleType name=\""
                            + found.group(1)
                            + "\"><xs:restriction base=\"xs:"
                            + found.group(2)
                            + "\">"
                            + facets(found.group(3))
                            + "</xs:restriction></xs:simpleType>"));
    String elements =
        ELEMENT
            .matcher(simple)
            .replaceAll(
                found ->
                    "<xs:element name=\""
                        + found.group(1)
                        + "\" type=\""
                        + prefixed(found.group(2))
                        + "\""
                        + occurrence(found.group(3))
                        + "/>");
    return ATTRIBUTE
        .matcher(elements)
        .replaceAll(
            found ->
                "<xs:attribute name=\""
                    + found.group(1)
                    + "\" type=\""
                    + prefixed(found.group(2))
                    + "\""
                    + (found.group(3).isEmpty() ? "" : " use=\"required\"")
                    + "/>");
  }

  private static String facets(String all) {
    StringBuilder facets = new StringBuilder();
    for (String facet : all.split(",", -1)) {
      if (!facet.isEmpty()) {
        String[] pair = facet.split("=", 2);
        facets.append("<xs:" + pair[0] + " value=\"" + pair[1] + "\"/>");
      }
    }
    return facets.toString();
  }

  private static String prefixed(String type) {
    return (Character.isUpperCase(type.charAt(0)) ? "t:" : "xs:") + type;
  }

  private static String occurrence(String mark) {
    return switch (mark) {
      case "?" -> " minOccurs=\"0\"";
      case "*" -> " minOccurs=\"0\" maxOccurs=\"unbounded\"";
      case "+" -> " maxOccurs=\"unbounded\"";
      default -> "";
    };
  }

  @Override
  public String toString() {
    return title;
  }
}
