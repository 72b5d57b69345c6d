package org.calmanchor.core.lexical;

import java.util.List;
import javax.xml.namespace.QName;
import org.calmanchor.core.model.Facet;
import org.calmanchor.core.model.Names;
import org.jspecify.annotations.Nullable;

/**
 * A row of the type table: a Java type and the simple type that stands for it.
 *
 * @param javaType the Java type; for a primitive, its wrapper
 * @param primitive the primitive type, or null
 * @param base the built-in type of XML Schema
 * @param restriction what Java holds less than the built-in type, or null for nothing
 * @param lexical text to value and back
 * @param <T> the Java type
 */
public record TypeMapping<T>(
    Class<T> javaType,
    @Nullable Class<?> primitive,
    QName base,
    @Nullable Restriction restriction,
    Lexical<T> lexical) {

  /** The named type that is published where the built-in one would promise too much. */
  public record Restriction(String name, List<Facet> facets, String doc) {
    /** Copies the facets. */
    public Restriction {
      facets = List.copyOf(facets);
    }
  }

  static <T> TypeMapping<T> of(Class<T> javaType, String base, Lexical<T> lexical) {
    return new TypeMapping<>(javaType, null, Names.xsd(base), null, lexical);
  }

  static <T> TypeMapping<T> of(
      Class<T> javaType, Class<?> primitive, String base, Lexical<T> lexical) {
    return new TypeMapping<>(javaType, primitive, Names.xsd(base), null, lexical);
  }

  boolean isFor(String javaName) {
    return javaType.getName().equals(javaName)
        || (primitive != null && primitive.getName().equals(javaName));
  }
}
