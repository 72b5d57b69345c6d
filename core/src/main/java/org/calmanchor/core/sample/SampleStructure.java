package org.calmanchor.core.sample;

import java.util.Collections;
import java.util.Comparator;
import java.util.IdentityHashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.calmanchor.core.dynamic.DynamicMessages;
import org.calmanchor.core.model.AttributeUse;
import org.calmanchor.core.model.ComplexType;
import org.calmanchor.core.model.Contract;
import org.calmanchor.core.model.Member;
import org.calmanchor.core.model.MinimumDepth;
import org.calmanchor.core.model.TypeDefinition;

/** Builds the sample values of one structure. It is used once, by one thread. */
final class SampleStructure {
  private final Contract contract;
  private final SimpleSamples samples;

  /** The types around the current member, which would make a recursion. */
  private final Set<ComplexType> open = Collections.newSetFromMap(new IdentityHashMap<>());

  SampleStructure(Contract contract, SimpleSamples samples) {
    this.contract = contract;
    this.samples = samples;
  }

  /** The members of a structure, by name. */
  Map<String, Object> members(ComplexType type) {
    Map<String, Object> fields = new LinkedHashMap<>();
    for (AttributeUse attribute : contract.attributes(type)) {
      fields.put(DynamicMessages.key(contract, type, attribute), samples.text(attribute));
    }
    if (type.content() instanceof ComplexType.Text content) {
      fields.put(DynamicMessages.textKey(type), samples.text(content.type(), "text"));
    } else {
      contract.members(type).forEach(member -> add(fields, member));
    }
    return fields;
  }

  /** Adds a member with its sample value, unless that would be an endless recursion. */
  void add(Map<String, Object> fields, Member member) {
    String name = member.name();
    TypeDefinition definition = contract.definition(member.element().type());
    Object value;
    if (contract.holdsAny(member.element().type())) {
      value = "<any xmlns=\"urn:example\"/>";
    } else if (definition instanceof ComplexType declared) {
      ComplexType complex = concrete(declared);
      boolean isWithinItself = open.contains(complex);
      if (isWithinItself && !member.isRequired()) {
        return;
      }
      value =
          isWithinItself && member.element().nillable()
              ? Map.of(DynamicMessages.NIL_KEY, "true")
              : structure(declared, complex);
    } else {
      value = samples.text(member.element());
    }
    fields.put(
        name, member.repeats() ? Collections.nCopies(Math.max(1, member.min()), value) : value);
  }

  private Map<String, Object> structure(ComplexType declared, ComplexType type) {
    Map<String, Object> inner = new LinkedHashMap<>();
    if (type.name() != null && !type.equals(declared)) {
      inner.put(DynamicMessages.TYPE_KEY, type.name().getLocalPart());
    }
    boolean isOutermost = open.add(type);
    inner.putAll(members(type));
    if (isOutermost) {
      open.remove(type);
    }
    return inner;
  }

  /** The type itself, or for an abstract type the first subtype that does not lead to recursion. */
  private ComplexType concrete(ComplexType type) {
    if (!type.isAbstract()) {
      return type;
    }
    List<ComplexType> able =
        contract.derived(type).stream().filter(derived -> !derived.isAbstract()).toList();
    return able.stream()
        .filter(derived -> !open.contains(derived))
        .findFirst()
        // If all subtypes are recursive, the one with the least depth ends the recursion first.
        .or(() -> able.stream().min(Comparator.comparingInt(new MinimumDepth(contract)::of)))
        .orElse(type);
  }
}
