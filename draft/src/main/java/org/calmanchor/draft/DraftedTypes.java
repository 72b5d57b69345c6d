package org.calmanchor.draft;

import com.palantir.javapoet.ClassName;
import com.palantir.javapoet.ParameterizedTypeName;
import com.palantir.javapoet.TypeName;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.IdentityHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import org.calmanchor.core.model.AttributeUse;
import org.calmanchor.core.model.ComplexType;
import org.calmanchor.core.model.Contract;
import org.calmanchor.core.model.ElementDeclaration;
import org.calmanchor.core.model.Member;
import org.calmanchor.core.model.SimpleType;
import org.calmanchor.core.model.TypeDefinition;
import org.calmanchor.core.model.TypeUse;
import org.calmanchor.draft.text.UniqueNames;
import org.jspecify.annotations.Nullable;

/** The types of a contract for which Java types are drafted, and their names. */
final class DraftedTypes {
  private static final TypeName TREE =
      ParameterizedTypeName.get(Map.class, String.class, Object.class);
  private static final ClassName ELEMENT = ClassName.get("org.w3c.dom", "Element");

  private final Contract contract;
  private final String packageName;
  private final ComplexForms complex;
  private final SimpleForms simple;
  private final Structures structures;
  private final List<Need> needs = new ArrayList<>();
  private final IdentityHashMap<TypeDefinition, ClassName> names = new IdentityHashMap<>();

  /**
   * A type that is needed.
   *
   * @param hint the name of the element or attribute that has it
   * @param owner the type in which that stands; null for that of a message
   */
  private record Need(TypeDefinition type, String hint, @Nullable TypeDefinition owner) {}

  DraftedTypes(Contract contract, String packageName) {
    this.contract = contract;
    this.packageName = packageName;
    this.structures = new Structures(contract);
    this.complex = new ComplexForms(contract, structures);
    this.simple = new SimpleForms(contract);
  }

  ComplexForms complex() {
    return complex;
  }

  SimpleForms simple() {
    return simple;
  }

  Structures structures() {
    return structures;
  }

  /** Notes that the type of an element is needed, and all that it needs. */
  void reach(ElementDeclaration element) {
    reach(element.type(), element.name().getLocalPart());
  }

  /**
   * Notes that a type is needed, and all that it needs.
   *
   * @param hint names it if it has no name
   */
  void reach(TypeUse use, String hint) {
    Deque<Need> open = new ArrayDeque<>();
    add(use, hint, null, open);
    while (!open.isEmpty()) {
      Need need = open.remove();
      needs.add(need);
      if (need.type() instanceof ComplexType type) {
        addWithin(type, open);
      }
    }
  }

  private void add(TypeUse use, String hint, @Nullable TypeDefinition owner, Deque<Need> open) {
    ComplexType type = complex.complex(use);
    if (type != null) {
      boolean isDrafted = complex.whyTree(type).isEmpty() && !contract.holdsAny(type);
      if (isDrafted && complex.reach(type)) {
        open.add(new Need(type, hint, owner));
      }
      return;
    }
    SimpleType enumeration = simple.enumeration(use);
    if (enumeration != null) {
      open.add(new Need(enumeration, hint, owner));
    }
  }

  private void addWithin(ComplexType type, Deque<Need> open) {
    for (AttributeUse attribute : contract.attributes(type)) {
      add(attribute.type(), attribute.name().getLocalPart(), type, open);
    }
    if (contract.content(type) instanceof ComplexType.Text text) {
      add(text.type(), "value", type, open);
    }
    for (Member member : structures.elements(type).members()) {
      add(member.element().type(), member.name(), type, open);
    }
    for (ComplexType each : contract.derived(type)) {
      if (complex.reach(each)) {
        open.add(new Need(each, Objects.requireNonNull(each.name()).getLocalPart(), type));
      }
    }
  }

  /** Gives each type a name; those of named types are given first. */
  void name(UniqueNames taken) {
    needs.stream().filter(need -> need.type().name() != null).forEach(need -> name(need, taken));
    needs.stream().filter(need -> need.type().name() == null).forEach(need -> name(need, taken));
  }

  private void name(Need need, UniqueNames taken) {
    if (names.containsKey(need.type())) {
      return;
    }
    String given = need.type().name() == null ? need.hint() : need.type().name().getLocalPart();
    String name = DraftNames.type(given);
    ClassName owner = need.owner() == null ? null : names.get(need.owner());
    String free =
        need.type().name() == null && owner != null
            ? taken.free(name, owner.simpleName() + name)
            : taken.free(name);
    names.put(need.type(), ClassName.get(packageName, free));
  }

  /** What a type is for, if nothing documents it. */
  String described(TypeDefinition type) {
    if (type.name() != null) {
      return "The type {@code " + type.name().getLocalPart() + "}.";
    }
    return needs.stream()
        .filter(need -> need.type().equals(type))
        .findFirst()
        .map(need -> "What {@code " + need.hint() + "} holds.")
        .orElse("");
  }

  /** The name of a drafted type. */
  ClassName nameOf(TypeDefinition type) {
    return Objects.requireNonNull(names.get(type));
  }

  /** The Java type of one value of a type, primitive if there is such a one. */
  TypeName valueOf(TypeUse use) {
    ComplexType type = complex.complex(use);
    if (type == null) {
      SimpleType enumeration = simple.enumeration(use);
      return enumeration == null ? simple.of(use) : nameOf(enumeration);
    }
    return switch (complex.of(type)) {
      case TREE -> TREE;
      case ELEMENT -> ELEMENT;
      default -> nameOf(type);
    };
  }

  /** All complex types that have a name, in the order in which they were found. */
  List<ComplexType> complexTypes() {
    return needs.stream()
        .map(Need::type)
        .filter(ComplexType.class::isInstance)
        .map(ComplexType.class::cast)
        .filter(type -> complex.whyTree(type).isEmpty())
        .toList();
  }

  /** All enumerations, in the order in which they were found. */
  List<SimpleType> enumerations() {
    IdentityHashMap<SimpleType, Boolean> seen = new IdentityHashMap<>();
    return needs.stream()
        .map(Need::type)
        .filter(SimpleType.class::isInstance)
        .map(SimpleType.class::cast)
        .filter(type -> seen.put(type, true) == null)
        .toList();
  }
}
