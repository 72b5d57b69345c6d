package org.calmanchor.core.lexical;

import java.util.List;
import java.util.stream.Stream;
import javax.xml.namespace.QName;
import org.calmanchor.core.model.Facet;
import org.calmanchor.core.model.Names;
import org.jspecify.annotations.Nullable;

/**
 * A row of the type table: a Java type and its simple type.
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

  /**
   * The named restriction that is published if the Java type cannot represent all values of the
   * built-in type.
   */
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

  /** Creates a row whose type is published as a named restriction with a pattern. */
  static <T> TypeMapping<T> narrowed(
      Class<T> javaType, String base, String name, String pattern, String doc, Lexical<T> lexical) {
    Restriction restriction =
        new Restriction(name, List.of(new Facet(Facet.Kind.PATTERN, pattern)), doc);
    return new TypeMapping<>(javaType, null, Names.xsd(base), restriction, lexical);
  }

  /** The local name of the published type. */
  public String publishedName() {
    return restriction == null ? base.getLocalPart() : restriction.name();
  }

  Stream<String> javaNames() {
    return primitive == null
        ? Stream.of(javaType.getName())
        : Stream.of(javaType.getName(), primitive.getName());
  }
}
