package org.calmanchor.draft.table;

import java.util.Set;
import org.calmanchor.draft.text.JavaNames;

/** Names of Java types for tables. */
final class TypeNames {
  /** What is drafted beside the types of tables, or imported by it. */
  private static final Set<String> TAKEN =
      Set.of(
          "Connections",
          "Connection",
          "Driver",
          "Insert",
          "Page",
          "Reason",
          "RowChanged",
          "RowNotFound",
          "RowRefused",
          "Sql",
          "List",
          "Optional",
          "Operation",
          "PortType",
          "Element",
          "Facets",
          "Fault",
          "Lexical",
          "Shape");

  private TypeNames() {}

  /** The type of a table's rows. */
  static String of(String table) {
    String name = JavaNames.type(table.replaceAll("\\p{Sc}", "_"));
    return TAKEN.contains(name) || isOfJava(name) ? name + "Row" : name;
  }

  private static boolean isOfJava(String name) {
    try {
      Class.forName("java.lang." + name, false, null);
      return true;
    } catch (ClassNotFoundException free) {
      return false;
    }
  }

  /** The name of operations on several rows: {@code Berths} for {@code Berth}. */
  static String several(String type) {
    if (type.endsWith("s")) {
      return type;
    }
    if (type.matches(".*(x|ch|sh|z)")) {
      return type + "es";
    }
    return type.matches(".*[^aeiou]y") ? type.replaceFirst("y$", "ies") : type + "s";
  }
}
