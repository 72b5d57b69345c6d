package org.calmanchor.core.content;

import java.util.HashSet;
import java.util.Objects;
import java.util.Set;
import java.util.stream.Stream;
import org.calmanchor.core.model.ComplexType;
import org.calmanchor.core.model.Contract;
import org.calmanchor.core.model.ElementDeclaration;
import org.calmanchor.core.model.Member;

/**
 * How many types deep the flattest value of a type is.
 *
 * @param contract the contract that has the types
 */
public record MinimumDepth(Contract contract) {
  /** Messages do not nest deeper. */
  private static final int MOST_DEPTH = 100;

  /**
   * The depth of {@code type}: 1 if it needs no other type; {@link Integer#MAX_VALUE} if each value
   * would have to contain another value of the same type, or nest more deeply than messages may.
   */
  public int of(ComplexType type) {
    return of(type, Set.of());
  }

  private int of(ComplexType type, Set<ComplexType> above) {
    if (above.contains(type) || above.size() == MOST_DEPTH) {
      return Integer.MAX_VALUE;
    }
    if (contract.holdsAny(type) || type.content() instanceof ComplexType.Text) {
      return 1;
    }
    Set<ComplexType> here = new HashSet<>(above);
    here.add(type);
    return type.isAbstract() ? ofSubtypes(type, here) : ofMembers(type, here);
  }

  private int ofSubtypes(ComplexType type, Set<ComplexType> above) {
    return contract.derived(type).stream()
        .mapToInt(derived -> of(derived, above))
        .min()
        .orElse(Integer.MAX_VALUE);
  }

  private int ofMembers(ComplexType type, Set<ComplexType> above) {
    int highest =
        needed(type)
            .filter(element -> !element.nillable())
            .map(element -> contract.definition(element.type()))
            .mapToInt(needed -> needed instanceof ComplexType inner ? of(inner, above) : 0)
            .max()
            .orElse(0);
    return highest == Integer.MAX_VALUE ? highest : highest + 1;
  }

  /** The elements that each value of a type contains. */
  private Stream<ElementDeclaration> needed(ComplexType type) {
    return contract.isPlain(type)
        ? contract.members(type).stream().filter(Member::isRequired).map(Member::element)
        : ContentModelBuilder.build(contract, type).positions().stream()
            .filter(position -> position.min() > 0)
            .map(ContentPosition::element)
            .filter(Objects::nonNull);
  }
}
