package org.calmanchor.core.path;

import java.util.HashSet;
import java.util.IdentityHashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.calmanchor.core.content.ContentModel;
import org.calmanchor.core.content.ContentModelBuilder;
import org.calmanchor.core.content.ContentPosition;
import org.calmanchor.core.dynamic.DynamicMessages;
import org.calmanchor.core.model.AttributeUse;
import org.calmanchor.core.model.ComplexType;
import org.calmanchor.core.model.Contract;
import org.calmanchor.core.model.Member;
import org.calmanchor.core.model.Names;
import org.calmanchor.core.model.TypeUse;
import org.jspecify.annotations.Nullable;

/** The names that a path may have within each structure of a contract. */
final class Steps {
  static final TypeUse TEXT = TypeUse.named(Names.xsd("string"));

  private final Contract contract;
  private final IdentityHashMap<ComplexType, Map<String, Step>> known = new IdentityHashMap<>();

  Steps(Contract contract) {
    this.contract = contract;
  }

  /** The steps within a structure, and within the types that can stand for it, by name. */
  Map<String, Step> of(ComplexType type) {
    Map<String, Step> steps = known.get(type);
    if (steps == null) {
      steps = new LinkedHashMap<>();
      add(type, steps);
      for (ComplexType derived : contract.derived(type)) {
        add(derived, steps);
      }
      known.put(type, steps);
    }
    return steps;
  }

  /** An attribute of any name, where the structure may have some; else null. */
  @Nullable Step otherAttribute(ComplexType type, String name) {
    return name.startsWith("@") && contract.anyAttribute(type) != null
        ? Step.once(name, TEXT)
        : null;
  }

  private void add(ComplexType type, Map<String, Step> steps) {
    if (type.content() instanceof ComplexType.Text text) {
      steps.putIfAbsent(
          DynamicMessages.textKey(type), Step.once(DynamicMessages.textKey(type), text.type()));
    } else {
      addElements(type, steps);
    }
    for (AttributeUse attribute : contract.attributes(type)) {
      Step step = Step.once(DynamicMessages.key(contract, type, attribute), attribute.type());
      steps.putIfAbsent("@" + attribute.name().getLocalPart(), step);
      steps.putIfAbsent(step.key(), step);
    }
  }

  private void addElements(ComplexType type, Map<String, Step> steps) {
    List<Member> members = DynamicMessages.members(contract, type);
    if (contract.isPlain(type)) {
      members.forEach(
          each ->
              steps.putIfAbsent(
                  each.name(),
                  new Step(each.name(), each.element().type(), each.repeats(), false, Set.of())));
      return;
    }
    ContentModel model = ContentModelBuilder.build(contract, type);
    if (!model.isOrdered()) {
      for (ContentPosition position : model.positions()) {
        Set<String> excluded = new HashSet<>();
        model.positions().stream()
            .filter(position::excludes)
            .forEach(each -> excluded.add(each.key()));
        TypeUse held = position.element() == null ? TEXT : position.element().type();
        steps.putIfAbsent(
            position.key(), new Step(position.key(), held, position.max() > 1, false, excluded));
      }
      return;
    }
    ComplexType entry = (ComplexType) members.get(0).element().type();
    contract
        .members(entry)
        .forEach(
            each ->
                steps.putIfAbsent(
                    each.name(),
                    new Step(each.name(), each.element().type(), false, true, Set.of())));
  }
}
