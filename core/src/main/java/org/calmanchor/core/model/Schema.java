package org.calmanchor.core.model;

import java.util.List;

/**
 * The components of one namespace (XML Schema 1.0 part 1, section 3.15).
 *
 * @param targetNamespace the namespace
 * @param elements its global elements, in the order written
 * @param types its named types, in the order written
 * @param groups its named model groups, in the order written
 */
public record Schema(
    String targetNamespace,
    List<ElementDeclaration> elements,
    List<TypeDefinition> types,
    List<NamedGroup> groups) {

  /** Copies all lists. */
  public Schema {
    elements = List.copyOf(elements);
    types = List.copyOf(types);
    groups = List.copyOf(groups);
  }

  /** A model group with a name of its own. */
  public record NamedGroup(String name, Term.Group group) {}
}
