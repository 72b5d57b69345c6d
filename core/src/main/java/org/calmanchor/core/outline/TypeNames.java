package org.calmanchor.core.outline;

import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import java.util.Set;
import java.util.stream.Collectors;
import javax.xml.namespace.QName;
import org.calmanchor.core.model.Contract;
import org.calmanchor.core.model.Facet;
import org.calmanchor.core.model.SimpleType;
import org.calmanchor.core.model.TypeDefinition;
import org.calmanchor.core.model.TypeUse;

/** The names of types, and what they allow, as people read them. Immutable. */
public final class TypeNames {
  private static final Set<String> TIMES =
      Set.of(
          "date",
          "time",
          "dateTime",
          "duration",
          "gYear",
          "gYearMonth",
          "gMonth",
          "gMonthDay",
          "gDay");

  private final Contract contract;

  /** Creates the names of the types of {@code contract}. */
  public TypeNames(Contract contract) {
    this.contract = contract;
  }

  /**
   * The type's name; for a restriction of a built-in type that is no enumeration, the name of the
   * built-in type.
   */
  public String shown(TypeUse type) {
    if (contract.definition(type) instanceof SimpleType simple && simple.name() == null) {
      if (simple.variety() instanceof SimpleType.ListOf list) {
        return "texts of type " + shown(list.item()) + ", separated by spaces";
      }
      if (simple.variety() instanceof SimpleType.UnionOf union) {
        return String.join(" or ", union.members().stream().map(this::shown).toList());
      }
    }
    boolean isNarrowed =
        contract.definition(type) instanceof SimpleType simple
            && simple.variety() instanceof SimpleType.Restriction restriction
            && restriction.facets().stream().noneMatch(f -> f.kind() == Facet.Kind.ENUMERATION);
    if (!isNarrowed) {
      return nameOf(type);
    }
    // A list or union has no built-in type.
    return builtIn(type).isEmpty() ? shown(base(type)) : builtIn(type);
  }

  private TypeUse base(TypeUse narrowed) {
    SimpleType type = (SimpleType) Objects.requireNonNull(contract.definition(narrowed));
    return ((SimpleType.Restriction) type.variety()).base();
  }

  /** The name and the facets in words, such as "int, at least 1". */
  public String described(TypeUse type) {
    List<String> words = new ArrayList<>(facets(type));
    words.add(0, shown(type));
    return String.join(", ", words);
  }

  /** The facets of a simple type in words, such as "at least 1"; patterns and values left out. */
  public List<String> facets(TypeUse type) {
    List<String> words = new ArrayList<>();
    String builtIn = builtIn(type);
    String unit = builtIn.isEmpty() ? "item" : builtIn.endsWith("Binary") ? "byte" : "character";
    for (Facet facet : ownAndInherited(type)) {
      String word = word(facet, unit);
      if (!word.isEmpty()) {
        words.add(word);
      }
    }
    return words;
  }

  private static String word(Facet facet, String unit) {
    return switch (facet.kind()) {
      case MIN_INCLUSIVE -> "at least " + facet.value();
      case MAX_INCLUSIVE -> "at most " + facet.value();
      case MIN_EXCLUSIVE -> "more than " + facet.value();
      case MAX_EXCLUSIVE -> "less than " + facet.value();
      case MIN_LENGTH -> "at least " + counted(facet, unit);
      case MAX_LENGTH -> "at most " + counted(facet, unit);
      case LENGTH -> "exactly " + counted(facet, unit);
      case FRACTION_DIGITS -> "at most " + facet.value() + " after the point";
      case TOTAL_DIGITS -> "at most " + facet.value() + " digits";
      case PATTERN, ENUMERATION, WHITE_SPACE -> "";
    };
  }

  private static String counted(Facet facet, String unit) {
    return facet.value() + " " + unit + (facet.value().strip().equals("1") ? "" : "s");
  }

  /** The values of an enumeration; empty if the type is none. */
  public List<Facet> values(TypeUse type) {
    TypeUse at = type;
    while (contract.definition(at) instanceof SimpleType simple
        && simple.variety() instanceof SimpleType.Restriction restriction) {
      List<Facet> values =
          restriction.facets().stream()
              .filter(facet -> facet.kind() == Facet.Kind.ENUMERATION)
              .toList();
      if (!values.isEmpty()) {
        return values;
      }
      at = restriction.base();
    }
    return List.of();
  }

  private List<Facet> ownAndInherited(TypeUse type) {
    List<Facet> facets = new ArrayList<>();
    TypeUse at = type;
    while (contract.definition(at) instanceof SimpleType simple
        && simple.variety() instanceof SimpleType.Restriction restriction) {
      facets.addAll(restriction.facets());
      at = restriction.base();
    }
    return facets;
  }

  /**
   * The regular expressions that a text of that type must match; may be empty. Patterns of dates
   * and times are left out: they only say whether a zone is allowed, and an example says that
   * better.
   */
  public String pattern(TypeUse type) {
    if (TIMES.contains(builtIn(type))) {
      return "";
    }
    List<String> patterns = new ArrayList<>();
    TypeUse at = type;
    while (contract.definition(at) instanceof SimpleType simple
        && simple.variety() instanceof SimpleType.Restriction restriction) {
      // Patterns of one derivation step are alternatives (XML Schema part 2, section 4.3.4.3).
      String ofStep =
          restriction.facets().stream()
              .filter(facet -> facet.kind() == Facet.Kind.PATTERN)
              .map(Facet::value)
              .collect(Collectors.joining("|"));
      if (!ofStep.isEmpty()) {
        patterns.add(ofStep);
      }
      at = restriction.base();
    }
    return String.join(" and ", patterns);
  }

  /** The name of the built-in type that a simple type is derived from. */
  public String builtIn(TypeUse type) {
    return contract.builtIn(type).getLocalPart();
  }

  private static String nameOf(TypeUse type) {
    QName name =
        type instanceof TypeUse.Named named ? named.name() : ((TypeDefinition) type).name();
    return name == null ? "structure" : name.getLocalPart();
  }
}
