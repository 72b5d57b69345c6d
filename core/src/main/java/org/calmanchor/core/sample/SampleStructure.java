package org.calmanchor.core.sample;

import java.util.ArrayList;
import java.util.Collections;
import java.util.Comparator;
import java.util.IdentityHashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.calmanchor.core.content.ContentModel;
import org.calmanchor.core.content.ContentModelBuilder;
import org.calmanchor.core.content.ContentPosition;
import org.calmanchor.core.content.MinimumDepth;
import org.calmanchor.core.dynamic.DynamicMessages;
import org.calmanchor.core.model.AttributeUse;
import org.calmanchor.core.model.ComplexType;
import org.calmanchor.core.model.Contract;
import org.calmanchor.core.model.ElementDeclaration;
import org.calmanchor.core.model.Member;
import org.calmanchor.core.model.Wildcard;

/** Builds the sample values of one structure. It is used once, by one thread. */
final class SampleStructure {
  private static final int MOST_DEPTH = 60;

  private final Contract contract;
  private final SimpleSamples samples;
  private final WildcardSamples wildcards;
  private int depth;

  /** The types around the current member, which would make a recursion. */
  private final Set<ComplexType> open = Collections.newSetFromMap(new IdentityHashMap<>());

  SampleStructure(Contract contract, SimpleSamples samples) {
    this.contract = contract;
    this.samples = samples;
    this.wildcards = new WildcardSamples(contract, samples);
  }

  /** The value of a body element: its members by name, or its only value. */
  Map<String, Object> body(ElementDeclaration element) {
    Object value = value(element);
    @SuppressWarnings("unchecked") // structures are maps by member name
    Map<String, Object> members =
        value instanceof Map<?, ?> map && DynamicMessages.hasMembers(contract, element)
            ? (Map<String, Object>) map
            : Map.of(DynamicMessages.ONLY_KEY, value);
    return members;
  }

  /** The members of a structure, by name. */
  Map<String, Object> members(ComplexType type) {
    Map<String, Object> fields = new LinkedHashMap<>();
    for (AttributeUse attribute : contract.attributes(type)) {
      fields.put(DynamicMessages.key(contract, type, attribute), samples.text(attribute));
    }
    if (type.content() instanceof ComplexType.Text content) {
      fields.put(DynamicMessages.textKey(type), samples.text(content.type(), "text"));
    } else if (contract.isPlain(type)) {
      contract.members(type).forEach(member -> add(fields, member));
    } else {
      addContent(fields, ContentModelBuilder.build(contract, type));
    }
    return fields;
  }

  /** Adds a member with its sample value, unless that would be an endless recursion. */
  void add(Map<String, Object> fields, Member member) {
    if (isWithinItself(member.element()) && !member.isRequired()) {
      return;
    }
    Object value = value(member.element());
    fields.put(
        member.name(),
        member.repeats() ? Collections.nCopies(Math.max(1, member.min()), value) : value);
  }

  private void addContent(Map<String, Object> fields, ContentModel model) {
    List<Map<String, Object>> ordered = new ArrayList<>();
    if (model.isMixed()) {
      ordered.add(Map.of(DynamicMessages.MIXED_KEY, "text"));
    }
    for (int index : model.example(this::isAvoided)) {
      ContentPosition position = model.positions().get(index);
      ElementDeclaration element = position.element();
      Object value = element == null ? wildcards.element(position.wildcard()) : value(element);
      if (model.isOrdered()) {
        ordered.add(Map.of(position.key(), value));
      } else if (position.max() == 1) {
        fields.put(position.key(), value);
      } else {
        @SuppressWarnings("unchecked") // only lists are put at this key
        List<Object> list =
            (List<Object>) fields.computeIfAbsent(position.key(), key -> new ArrayList<>());
        list.add(value);
      }
    }
    if (!ordered.isEmpty()) {
      fields.put(DynamicMessages.CONTENT_KEY, ordered);
    }
  }

  private boolean isAvoided(ContentPosition position) {
    ElementDeclaration element = position.element();
    return element == null
        ? position.wildcard() != null && wildcards.isUnknown(position.wildcard())
        : isWithinItself(element);
  }

  private boolean isWithinItself(ElementDeclaration element) {
    return contract.definition(element.type()) instanceof ComplexType declared
        && open.contains(concrete(declared));
  }

  private Object value(ElementDeclaration element) {
    if (contract.holdsAny(element.type())) {
      return wildcards.element(Wildcard.ANY);
    }
    if (!(contract.definition(element.type()) instanceof ComplexType declared)) {
      return samples.text(element);
    }
    if (declared.isAnyType()) {
      return Map.of(
          DynamicMessages.CONTENT_KEY, List.of(Map.of(DynamicMessages.MIXED_KEY, "text")));
    }
    ComplexType complex = concrete(declared);
    boolean isEndless = depth > MOST_DEPTH;
    return isEndless || (open.contains(complex) && element.nillable())
        ? Map.of(DynamicMessages.NIL_KEY, "true")
        : structure(declared, complex);
  }

  private Map<String, Object> structure(ComplexType declared, ComplexType type) {
    Map<String, Object> inner = new LinkedHashMap<>();
    if (type.name() != null && !type.equals(declared)) {
      inner.put(DynamicMessages.TYPE_KEY, type.name().getLocalPart());
    }
    boolean isOutermost = open.add(type);
    depth++;
    inner.putAll(members(type));
    depth--;
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
