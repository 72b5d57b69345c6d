package org.calmanchor.core.model;

import java.util.HashSet;
import java.util.Set;

/**
 * How many types deep the flattest value of a type is.
 *
 * @param contract the contract that has the types
 */
public record MinimumDepth(Contract contract) {
  /**
   * The depth of {@code type}: 1 if it needs no other type; {@link Integer#MAX_VALUE} if each value
   * would have to contain another value of the same type.
   */
  public int of(ComplexType type) {
    return of(type, Set.of());
  }

  private int of(ComplexType type, Set<ComplexType> above) {
    if (above.contains(type)) {
      return Integer.MAX_VALUE;
    }
    if (contract.holdsAny(type)) {
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
        contract.members(type).stream()
            .filter(member -> member.isRequired() && !member.element().nillable())
            .map(member -> contract.definition(member.element().type()))
            .mapToInt(needed -> needed instanceof ComplexType inner ? of(inner, above) : 0)
            .max()
            .orElse(0);
    return highest == Integer.MAX_VALUE ? highest : highest + 1;
  }
}
