package org.calmanchor.core.lexical;

import java.time.Duration;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.Function;
import java.util.function.Predicate;
import java.util.stream.Stream;
import javax.xml.namespace.QName;
import org.calmanchor.core.model.Names;
import org.jspecify.annotations.Nullable;

/** The built-in types and their bases (XML Schema 1.0 part 2, section 3). */
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
          Map.entry("NCName", "Name"),
          Map.entry("ID", "NCName"),
          Map.entry("IDREF", "NCName"),
          Map.entry("ENTITY", "NCName"));

  private static final Set<String> PRIMITIVES =
      Set.of(
          "string",
          "boolean",
          "decimal",
          "float",
          "double",
          "duration",
          "dateTime",
          "time",
          "date",
          "gYearMonth",
          "gYear",
          "gMonthDay",
          "gDay",
          "gMonth",
          "hexBinary",
          "base64Binary",
          "anyURI",
          "QName",
          "NOTATION");

  private static final Map<String, String> LISTS =
      Map.of("NMTOKENS", "NMTOKEN", "IDREFS", "IDREF", "ENTITIES", "ENTITY");

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
   * The value of a text as a duration of days and less, as in PT1M or P1D.
   *
   * @throws LexicalException when it is none
   */
  public static Duration parseDuration(String text) {
    return DurationLexicals.DURATION.parse(text);
  }

  /**
   * The lexical forms of a built-in type for which Java has a type of its own.
   *
   * @throws IllegalArgumentException when Java has none
   */
  public static Lexical<?> lexical(QName name) {
    Lexical<?> lexical = LEXICALS.get(name.getLocalPart());
    if (lexical == null) {
      throw new IllegalArgumentException("no type of Java is mapped to " + name);
    }
    return lexical;
  }

  /** Whether {@code name} is a built-in type, simple or {@code anyType}. */
  public static boolean isKnown(QName name) {
    String local = name.getLocalPart();
    return name.getNamespaceURI().equals(Names.XSD) && (isSimple(name) || local.equals("anyType"));
  }

  /** Whether {@code name} is a built-in simple type. */
  public static boolean isSimple(QName name) {
    String local = name.getLocalPart();
    return name.getNamespaceURI().equals(Names.XSD)
        && (BASES.containsKey(local)
            || PRIMITIVES.contains(local)
            || LISTS.containsKey(local)
            || local.equals("anySimpleType"));
  }

  /** All built-in simple types, by name. */
  public static List<QName> simpleTypes() {
    return Stream.of(BASES.keySet(), PRIMITIVES, LISTS.keySet(), Set.of("anySimpleType"))
        .flatMap(Set::stream)
        .sorted()
        .map(Names::xsd)
        .toList();
  }

  /** The item type of a built-in list type; null for other types. */
  public static @Nullable QName item(QName list) {
    String item = LISTS.get(list.getLocalPart());
    return item == null ? null : Names.xsd(item);
  }

  /** The type that a built-in simple type restricts; null for anySimpleType. */
  public static @Nullable QName base(QName name) {
    String base = BASES.get(name.getLocalPart());
    if (base != null) {
      return Names.xsd(base);
    }
    return name.getLocalPart().equals("anySimpleType") ? null : Names.xsd("anySimpleType");
  }

  /** The primitive type from which a built-in simple type is made; null for lists. */
  public static @Nullable String primitive(QName name) {
    String local = name.getLocalPart();
    while (BASES.containsKey(local)) {
      local = BASES.get(local);
    }
    return PRIMITIVES.contains(local) ? local : null;
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
