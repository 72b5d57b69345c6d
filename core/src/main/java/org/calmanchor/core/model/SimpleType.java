package org.calmanchor.core.model;

import java.util.List;
import javax.xml.namespace.QName;
import org.jspecify.annotations.Nullable;

/**
 * A simple type's definition (XML Schema 1.0 part 2, section 4.1).
 *
 * @param name its name, or null for an anonymous one
 * @param variety how it is made
 * @param doc its documentation; may be empty
 * @param origin where it was defined
 */
public record SimpleType(@Nullable QName name, Variety variety, String doc, Origin origin)
    implements TypeDefinition {

  /** How a simple type is derived. */
  public sealed interface Variety permits Restriction, ListOf, UnionOf {}

  /** Values of {@code base} that satisfy all facets. */
  public record Restriction(TypeUse base, List<Facet> facets) implements Variety {
    /** Copies the facets. */
    public Restriction {
      facets = List.copyOf(facets);
    }
  }

  /** A list: items separated by white space. */
  public record ListOf(TypeUse item) implements Variety {}

  /** A value of any of the members. */
  public record UnionOf(List<TypeUse> members) implements Variety {
    /** Copies the members. */
    public UnionOf {
      members = List.copyOf(members);
    }
  }
}
