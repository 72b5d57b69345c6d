package org.calmanchor.draft;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import javax.xml.namespace.QName;
import org.calmanchor.core.content.ContentModel;
import org.calmanchor.core.content.ContentModelBuilder;
import org.calmanchor.core.content.ContentPosition;
import org.calmanchor.core.model.ComplexType;
import org.calmanchor.core.model.Contract;
import org.calmanchor.core.model.Member;
import org.jspecify.annotations.Nullable;

/** What stands in the complex types of one contract, as Java's members see it. */
final class Structures {
  private final Contract contract;

  Structures(Contract contract) {
    this.contract = contract;
  }

  /**
   * The elements of a type whose elements can be told by their names.
   *
   * @param members how often each may stand
   * @param wildcard what stands for elements of any name; null if there is nothing
   * @param excluded the local names of the elements that cannot stand beside an element
   */
  record Elements(
      List<Member> members, @Nullable ContentPosition wildcard, Map<QName, List<String>> excluded) {
    static final Elements NONE = new Elements(List.of(), null, Map.of());
  }

  /** Whether the order of a type's elements says something that their names do not. */
  boolean isOrdered(ComplexType type) {
    return hasElements(type)
        && !contract.isPlain(type)
        && ContentModelBuilder.build(contract, type).isOrdered();
  }

  boolean isMixed(ComplexType type) {
    return contract.content(type) instanceof ComplexType.Elements content && content.mixed();
  }

  boolean hasElements(ComplexType type) {
    return contract.content(type) instanceof ComplexType.Elements;
  }

  Elements elements(ComplexType type) {
    if (!hasElements(type)) {
      return Elements.NONE;
    }
    if (contract.isPlain(type)) {
      return new Elements(contract.members(type), null, Map.of());
    }
    ContentModel model = ContentModelBuilder.build(contract, type);
    List<Member> members = new ArrayList<>();
    Map<QName, List<String>> excluded = new LinkedHashMap<>();
    ContentPosition wildcard = null;
    for (ContentPosition position : model.positions()) {
      if (position.element() == null) {
        wildcard = position;
        continue;
      }
      members.add(new Member(position.element(), position.min(), position.max()));
      excluded.put(
          position.element().name(),
          model.positions().stream()
              .filter(other -> other.element() != null && other.excludes(position))
              .map(other -> Objects.requireNonNull(other.element()).name().getLocalPart())
              .toList());
    }
    return new Elements(members, wildcard, excluded);
  }

  /**
   * Whether a type has no elements, no attributes and no subtypes, so that nothing is to be said.
   */
  boolean isEmpty(ComplexType type) {
    return hasElements(type)
        && !type.isAbstract()
        && contract.isPlain(type)
        && contract.members(type).isEmpty()
        && contract.attributes(type).isEmpty()
        && contract.anyAttribute(type) == null
        && contract.derived(type).isEmpty();
  }
}
