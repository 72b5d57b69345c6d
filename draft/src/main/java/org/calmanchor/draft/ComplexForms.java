package org.calmanchor.draft;

import java.util.ArrayList;
import java.util.Collections;
import java.util.IdentityHashMap;
import java.util.List;
import java.util.Objects;
import java.util.Set;
import java.util.function.Function;
import java.util.stream.Stream;
import org.calmanchor.core.model.ComplexType;
import org.calmanchor.core.model.Contract;
import org.calmanchor.core.model.Derivation;
import org.calmanchor.core.model.TypeUse;
import org.jspecify.annotations.Nullable;

/** Decides which Java form stands for each complex type of a contract. */
final class ComplexForms {
  private final Contract contract;
  private final Structures structures;
  private final Set<ComplexType> reached = Collections.newSetFromMap(new IdentityHashMap<>());
  private final IdentityHashMap<ComplexType, String> trees = new IdentityHashMap<>();

  /** How a complex type is written in Java. */
  enum Form {
    /** A {@code Map<String, Object>}: Java's types cannot say what it holds. */
    TREE,
    /** An {@code org.w3c.dom.Element}. */
    ELEMENT,
    /** A record. */
    RECORD,
    /** A sealed interface. */
    INTERFACE,
    /** A class, because others extend it, or it extends one. */
    CLASS
  }

  ComplexForms(Contract contract, Structures structures) {
    this.contract = contract;
    this.structures = structures;
  }

  /** Notes that a type is needed; false if that was known. */
  boolean reach(ComplexType type) {
    return reached.add(type);
  }

  /** Why only a tree of values can stand for a type; empty if another form can. */
  String whyTree(ComplexType type) {
    String known = trees.get(type);
    if (known == null) {
      known = reason(type);
      trees.put(type, known);
    }
    return known;
  }

  private String reason(ComplexType type) {
    if (type.isAnyType()) {
      return "it may have any content";
    }
    if (contract.holdsAny(type)) {
      return "";
    }
    List<ComplexType> derived = contract.derived(type);
    String own =
        Stream.concat(Stream.of(type), derived.stream())
            .map(this::ownReason)
            .filter(each -> !each.isEmpty())
            .findFirst()
            .orElse("");
    return own.isEmpty() && (type.isAbstract() || !derived.isEmpty())
        ? ofHierarchy(type, derived)
        : own;
  }

  private String ownReason(ComplexType type) {
    if (structures.isMixed(type)) {
      return "there may be text between its elements";
    }
    if (contract.anyAttribute(type) != null) {
      return "it may have attributes of any name";
    }
    if (structures.isOrdered(type)) {
      return "the order of its elements says something that their names do not";
    }
    boolean hasTwins =
        !areUnique(structures.elements(type).members(), each -> each.name())
            || !areUnique(contract.attributes(type), each -> each.name().getLocalPart());
    return hasTwins ? "two of its members have one name, in two namespaces" : "";
  }

  private static <T> boolean areUnique(List<T> all, Function<T, String> name) {
    return all.stream().map(name).distinct().count() == all.size();
  }

  private String ofHierarchy(ComplexType type, List<ComplexType> derived) {
    if (derived.stream().allMatch(ComplexType::isAbstract) && type.isAbstract()) {
      return "it is abstract, and no type is derived from it";
    }
    if (!Stream.concat(Stream.of(type), derived.stream()).allMatch(structures::hasElements)) {
      return "types with text are derived from one another";
    }
    if (!areUnique(derived, each -> Objects.requireNonNull(each.name()).getLocalPart())) {
      return "two types of one name are derived from it, in two namespaces";
    }
    return derived.stream().anyMatch(each -> narrowsAClass(each, type))
        ? "a type that is derived from it has less than it"
        : "";
  }

  /** Whether a step from {@code top} to a derived type restricts a type that has to be a class. */
  private boolean narrowsAClass(ComplexType derived, ComplexType top) {
    ComplexType at = derived;
    boolean isNarrowed = false;
    while (!Objects.equals(at.name(), top.name()) && at.derivation() != null) {
      isNarrowed |= at.derivation().method() == Derivation.Method.RESTRICTION;
      at = named(at.derivation());
      if (at == null) {
        return false;
      }
      if (isNarrowed && !at.isAbstract()) {
        return true;
      }
    }
    return false;
  }

  private @Nullable ComplexType named(Derivation derivation) {
    return contract.type(derivation.base()) instanceof ComplexType base ? base : null;
  }

  /** The form of a type, once all types are reached. */
  Form of(ComplexType type) {
    if (!whyTree(type).isEmpty()) {
      return Form.TREE;
    }
    if (contract.holdsAny(type)) {
      return Form.ELEMENT;
    }
    ComplexType base = base(type);
    if (base != null && of(base) == Form.CLASS) {
      return Form.CLASS;
    }
    if (type.isAbstract()) {
      return Form.INTERFACE;
    }
    return children(type).isEmpty() ? Form.RECORD : Form.CLASS;
  }

  /** The nearest base type of which Java's type is a subtype; null if there is none. */
  @Nullable ComplexType base(ComplexType type) {
    ComplexType at = type;
    while (at.derivation() != null) {
      at = named(at.derivation());
      if (at == null) {
        return null;
      }
      if (reached.contains(at) && whyTree(at).isEmpty() && isDerived(at, type)) {
        return at;
      }
    }
    return null;
  }

  private boolean isDerived(ComplexType base, ComplexType type) {
    return contract.derived(base).stream()
        .anyMatch(each -> Objects.equals(each.name(), type.name()));
  }

  private boolean isBase(ComplexType type, ComplexType derived) {
    ComplexType base = base(derived);
    return base != null && Objects.equals(base.name(), type.name());
  }

  /** The types whose base is this one, by name. */
  List<ComplexType> children(ComplexType type) {
    List<ComplexType> children = new ArrayList<>();
    for (ComplexType each : contract.derived(type)) {
      if (reached.contains(each) && whyTree(each).isEmpty() && isBase(type, each)) {
        children.add(each);
      }
    }
    return children;
  }

  /** The complex type of a use; null if it is a simple one. */
  @Nullable ComplexType complex(TypeUse use) {
    return contract.definition(use) instanceof ComplexType complex ? complex : null;
  }
}
