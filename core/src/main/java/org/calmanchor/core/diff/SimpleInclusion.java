package org.calmanchor.core.diff;

import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import java.util.Set;
import java.util.stream.Stream;
import javax.xml.namespace.QName;
import org.calmanchor.core.lexical.BuiltIns;
import org.calmanchor.core.model.Contract;
import org.calmanchor.core.model.Facet;
import org.calmanchor.core.model.Facet.Kind;
import org.calmanchor.core.model.SimpleType;
import org.calmanchor.core.model.TypeUse;
import org.calmanchor.core.simple.SimpleExamples;
import org.calmanchor.core.simple.SimpleTypes;
import org.jspecify.annotations.Nullable;

/**
 * Whether all values of one simple type are values of another. "No" where it cannot be known: two
 * different patterns, for instance.
 */
final class SimpleInclusion {
  private final Contract from;
  private final Contract to;
  private final SimpleExamples values;
  private final SimpleTypes partRules;
  private final SimpleTypes wholeRules;

  /** Values of types of {@code from} among those of types of {@code to}. */
  SimpleInclusion(Contract from, Contract to) {
    this.from = from;
    this.to = to;
    this.values = new SimpleExamples(to);
    this.partRules = new SimpleTypes(from);
    this.wholeRules = new SimpleTypes(to);
  }

  boolean holds(TypeUse part, TypeUse whole) {
    Facets of = Facets.of(from, part);
    Facets within = Facets.of(to, whole);
    if (within.isUnlimitedText()) {
      return true;
    }
    boolean isSpaceSafe = !keepsSpace(part, whole);
    if (isSpaceSafe && !of.enumeration().isEmpty()) {
      return of.enumeration().stream().allMatch(each -> values.isValid(whole, each));
    }
    if (of.variety() instanceof SimpleType.UnionOf union) {
      return union.members().stream().allMatch(each -> holds(each, whole))
          || isSameUnion(union, of, within);
    }
    if (within.variety() instanceof SimpleType.UnionOf union) {
      return !within.isLimited() && isAny(part, union);
    }
    if (of.variety() instanceof SimpleType.ListOf one
        && within.variety() instanceof SimpleType.ListOf other) {
      return holds(one.item(), other.item()) && of.isWithin(within, true);
    }
    boolean areAtomic = of.variety() == null && within.variety() == null;
    return areAtomic
        && isSpaceSafe
        && isBuiltInWithin(of, within.builtIn())
        && of.isWithin(within, isNumeric(within.builtIn()));
  }

  /** Whether spaces around a value count in the whole, but not in the part. */
  private boolean keepsSpace(TypeUse part, TypeUse whole) {
    return wholeRules.of(whole).whiteSpace().compareTo(partRules.of(part).whiteSpace()) < 0;
  }

  private boolean isSameUnion(SimpleType.UnionOf union, Facets of, Facets within) {
    return within.variety() instanceof SimpleType.UnionOf other
        && of.isWithin(within, true)
        && union.members().stream().allMatch(each -> isAny(each, other));
  }

  private boolean isAny(TypeUse part, SimpleType.UnionOf union) {
    return union.members().stream().anyMatch(whole -> holds(part, whole));
  }

  /** Whether the built-in type allows all that the facets do; of whole numbers the range counts. */
  private static boolean isBuiltInWithin(Facets of, QName builtIn) {
    boolean areIntegers = isInteger(of.builtIn()) && isInteger(builtIn);
    return areIntegers
        ? SimpleTypes.bounds(builtIn).stream().allMatch(of::isBounded)
        : isDerived(of.builtIn(), builtIn);
  }

  private static boolean isInteger(QName builtIn) {
    return isDerived(builtIn, new QName(builtIn.getNamespaceURI(), "integer"));
  }

  private static boolean isNumeric(QName builtIn) {
    return isDerived(builtIn, new QName(builtIn.getNamespaceURI(), "decimal"))
        || Set.of("float", "double").contains(builtIn.getLocalPart());
  }

  private static boolean isDerived(QName part, QName whole) {
    QName at = part;
    while (at != null && !at.equals(whole)) {
      at = BuiltIns.base(at);
    }
    return at != null;
  }

  /**
   * What a simple type allows.
   *
   * @param builtIn the built-in type from which it is derived
   * @param variety how it is made if it is a list or union, else null
   * @param enumeration the values of an enumeration
   * @param facets all other facets
   * @param patterns the alternatives of each derivation step
   */
  record Facets(
      QName builtIn,
      SimpleType.@Nullable Variety variety,
      List<String> enumeration,
      List<Facet> facets,
      List<String> patterns) {

    static Facets of(Contract contract, TypeUse type) {
      List<String> enumeration = new ArrayList<>();
      List<Facet> facets = new ArrayList<>();
      List<String> patterns = new ArrayList<>();
      TypeUse at = type;
      while (contract.definition(at) instanceof SimpleType simple) {
        if (!(simple.variety() instanceof SimpleType.Restriction restriction)) {
          return new Facets(new QName(""), simple.variety(), enumeration, facets, patterns);
        }
        List<String> ofStep = new ArrayList<>();
        boolean isFirst = enumeration.isEmpty();
        for (Facet facet : restriction.facets()) {
          switch (facet.kind()) {
            case ENUMERATION -> {
              if (isFirst) {
                enumeration.add(facet.value());
              }
            }
            case PATTERN -> ofStep.add(facet.value());
            default -> facets.add(facet);
          }
        }
        if (!ofStep.isEmpty()) {
          patterns.add(String.join("|", ofStep.stream().sorted().toList()));
        }
        at = restriction.base();
      }
      QName builtIn = at instanceof TypeUse.Named named ? named.name() : new QName("");
      return new Facets(builtIn, null, enumeration, facets, patterns);
    }

    /** The item type of a list, the member types of a union; else empty. */
    List<TypeUse> parts() {
      if (variety instanceof SimpleType.UnionOf union) {
        return union.members();
      }
      return variety instanceof SimpleType.ListOf list ? List.of(list.item()) : List.of();
    }

    /** Whether all is the same, but for what the parts allow. */
    boolean isSameBut(Facets other) {
      boolean isUnion = variety instanceof SimpleType.UnionOf;
      boolean otherIsUnion = other.variety instanceof SimpleType.UnionOf;
      return builtIn.equals(other.builtIn)
          && isUnion == otherIsUnion
          && enumeration.equals(other.enumeration)
          && facets.equals(other.facets)
          && patterns.equals(other.patterns);
    }

    boolean isUnlimitedText() {
      return !isLimited() && Set.of("string", "anySimpleType").contains(builtIn.getLocalPart());
    }

    boolean isLimited() {
      return !facets.isEmpty() || !patterns.isEmpty() || !enumeration.isEmpty();
    }

    /** Whether no facet of the other one is stricter than these. */
    boolean isWithin(Facets other, boolean isNumeric) {
      return other.enumeration.isEmpty()
          && patterns.containsAll(other.patterns)
          && other.facets.stream().allMatch(each -> obeys(each, isNumeric));
    }

    private boolean obeys(Facet limit, boolean isNumeric) {
      if (facets.stream()
          .anyMatch(own -> own.kind() == limit.kind() && own.value().equals(limit.value()))) {
        return true;
      }
      return switch (limit.kind()) {
        case MIN_INCLUSIVE, MIN_EXCLUSIVE, MAX_INCLUSIVE, MAX_EXCLUSIVE ->
            isNumeric && isBounded(limit);
        case MIN_LENGTH -> reaches(limit, 1, Kind.MIN_LENGTH, Kind.LENGTH);
        case MAX_LENGTH -> reaches(limit, -1, Kind.MAX_LENGTH, Kind.LENGTH);
        case LENGTH -> reaches(limit, 1, Kind.MIN_LENGTH) && reaches(limit, -1, Kind.MAX_LENGTH);
        case TOTAL_DIGITS -> reaches(limit, -1, Kind.TOTAL_DIGITS);
        case FRACTION_DIGITS -> isInteger(builtIn) || reaches(limit, -1, Kind.FRACTION_DIGITS);
        case WHITE_SPACE, PATTERN, ENUMERATION -> false;
      };
    }

    /** Whether an own facet of one of these kinds is as strict as the limit. */
    private boolean reaches(Facet limit, int sign, Kind... kinds) {
      BigDecimal wanted = number(limit.value());
      return wanted != null
          && facets.stream()
              .filter(own -> List.of(kinds).contains(own.kind()))
              .map(own -> number(own.value()))
              .filter(Objects::nonNull)
              .anyMatch(own -> own.compareTo(wanted) * sign >= 0);
    }

    private boolean isBounded(Facet limit) {
      BigDecimal wanted = number(limit.value());
      if (wanted == null) {
        return false;
      }
      boolean isLower = isLowerBound(limit);
      boolean isOpen = limit.kind() == Kind.MIN_EXCLUSIVE || limit.kind() == Kind.MAX_EXCLUSIVE;
      return bounds(isLower).stream()
          .anyMatch(
              own -> {
                BigDecimal value = number(own.value());
                if (value == null) {
                  return false;
                }
                int order = isLower ? value.compareTo(wanted) : wanted.compareTo(value);
                boolean ownIsOpen =
                    own.kind() == Kind.MIN_EXCLUSIVE || own.kind() == Kind.MAX_EXCLUSIVE;
                return order > 0 || (order == 0 && (ownIsOpen || !isOpen));
              });
    }

    /** The lower or upper bounds, those of the built-in type among them. */
    private List<Facet> bounds(boolean isLower) {
      return Stream.concat(facets.stream(), SimpleTypes.bounds(builtIn).stream())
          .filter(own -> isLower ? isLowerBound(own) : isUpperBound(own))
          .toList();
    }

    private static boolean isLowerBound(Facet facet) {
      return facet.kind() == Kind.MIN_INCLUSIVE || facet.kind() == Kind.MIN_EXCLUSIVE;
    }

    private static boolean isUpperBound(Facet facet) {
      return facet.kind() == Kind.MAX_INCLUSIVE || facet.kind() == Kind.MAX_EXCLUSIVE;
    }

    private static @Nullable BigDecimal number(String text) {
      try {
        return new BigDecimal(text.strip());
      } catch (NumberFormatException noNumber) {
        return null;
      }
    }
  }
}
