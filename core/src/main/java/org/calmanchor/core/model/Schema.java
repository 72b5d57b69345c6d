package org.calmanchor.core.model;

import java.util.List;

/**
 * The components of one namespace (XML Schema 1.0 part 1, section 3.15).
 *
 * @param targetNamespace the namespace; empty for none
 * @param elements its global elements, in the order written
 * @param types its named types, in the order written
 * @param attributes its global attributes, in the order written
 * @param groups its named model groups, in the order written
 */
public record Schema(
    String targetNamespace,
    List<ElementDeclaration> elements,
    List<TypeDefinition> types,
    List<AttributeUse> attributes,
    List<NamedGroup> groups) {

  /** Copies all lists. */
  public Schema {
    elements = List.copyOf(elements);
    types = List.copyOf(types);
    attributes = List.copyOf(attributes);
    groups = List.copyOf(groups);
  }

  /** Creates a schema without global attributes and groups. */
  public Schema(
      String targetNamespace, List<ElementDeclaration> elements, List<TypeDefinition> types) {
    this(targetNamespace, elements, types, List.of(), List.of());
  }

  /** A model group with a name of its own. */
  public record NamedGroup(String name, Term.Group group) {}
}
