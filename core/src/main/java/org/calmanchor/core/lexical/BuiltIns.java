package org.calmanchor.core.lexical;

import java.util.HashMap;
import java.util.Map;
import java.util.function.Function;
import java.util.function.Predicate;
import javax.xml.namespace.QName;
import org.calmanchor.core.model.Names;
import org.jspecify.annotations.Nullable;

/** The built-in types that restrict others (XML Schema 1.0 part 2, section 3.3). */
public final class BuiltIns {
  private static final Map<String, String> BASES =
      Map.ofEntries(
          Map.entry("integer", "decimal"),
          Map.entry("nonPositiveInteger", "integer"),
          Map.entry("negativeInteger", "nonPositiveInteger"),
          Map.entry("long", "integer"),
          Map.entry("int", "long"),
          Map.entry("short", "int"),
          Map.entry("byte", "short"),
          Map.entry("nonNegativeInteger", "integer"),
          Map.entry("positiveInteger", "nonNegativeInteger"),
          Map.entry("unsignedLong", "nonNegativeInteger"),
          Map.entry("unsignedInt", "unsignedLong"),
          Map.entry("unsignedShort", "unsignedInt"),
          Map.entry("unsignedByte", "unsignedShort"),
          Map.entry("normalizedString", "string"),
          Map.entry("token", "normalizedString"),
          Map.entry("language", "token"),
          Map.entry("NMTOKEN", "token"),
          Map.entry("Name", "token"),
          Map.entry("NCName", "Name"));

  private static final Map<String, Lexical<?>> LEXICALS = lexicals();

  private BuiltIns() {}

  private static Map<String, Lexical<?>> lexicals() {
    Map<String, Lexical<?>> lexicals = new HashMap<>();
    for (TypeMapping<?> row : TypeMappings.rows()) {
      if (row.restriction() == null) {
        lexicals.putIfAbsent(row.base().getLocalPart(), row.lexical());
      }
    }
    lexicals.put("NCName", names("a name without colon", Names::isNcName));
    lexicals.put("Name", names("a name", text -> Names.isNcName(text.replace(':', '_'))));
    lexicals.put(
        "NMTOKEN",
        names(
            "a name token",
            text -> !text.isEmpty() && Names.isNcName("_" + text.replace(':', '_'))));
    return Map.copyOf(lexicals);
  }

  private static Lexical<String> names(String form, Predicate<String> isOne) {
    return new Lexical<>(
        form,
        WhiteSpace.COLLAPSE,
        text -> {
          if (!isOne.test(text)) {
            throw new LexicalException("not a name");
          }
          return text;
        },
        Function.identity());
  }

  /**
   * The lexical forms of the type {@code named} if it is a built-in type that restricts {@code
   * declared}; null if not.
   */
  public static @Nullable Lexical<?> derived(QName named, QName declared) {
    if (!named.getNamespaceURI().equals(Names.XSD)
        || !declared.getNamespaceURI().equals(Names.XSD)) {
      return null;
    }
    String base = BASES.get(named.getLocalPart());
    while (base != null && !base.equals(declared.getLocalPart())) {
      base = BASES.get(base);
    }
    return base == null ? null : LEXICALS.get(named.getLocalPart());
  }
}
