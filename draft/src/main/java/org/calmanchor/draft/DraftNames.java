package org.calmanchor.draft;

import java.util.Set;
import org.calmanchor.draft.text.JavaNames;

/** Names of types that would hide one that each source file may need. */
final class DraftNames {
  private static final Set<String> FAMILIAR = Set.of("List", "Map", "Optional");

  private DraftNames() {}

  /** The Java name of a type; one that would hide a class of java.lang gets an ending. */
  static String type(String wireName) {
    String name = JavaNames.type(wireName);
    return FAMILIAR.contains(name) || isOfJavaLang(name) ? name + "Type" : name;
  }

  private static boolean isOfJavaLang(String name) {
    try {
      Class.forName("java.lang." + name, false, null);
      return true;
    } catch (ClassNotFoundException free) {
      return false;
    }
  }
}
