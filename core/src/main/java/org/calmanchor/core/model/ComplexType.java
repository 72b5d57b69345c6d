package org.calmanchor.core.model;

import java.util.List;
import javax.xml.namespace.QName;
import org.jspecify.annotations.Nullable;

/**
 * A complex type's definition (XML Schema 1.0 part 1, section 3.4).
 *
 * @param name its name, or null for an anonymous one
 * @param content its content
 * @param attributes its own attributes, in the order written
 * @param isAbstract whether only types derived from it may appear
 * @param doc its documentation; may be empty
 * @param origin where it was defined
 */
public record ComplexType(
    @Nullable QName name,
    Content content,
    List<AttributeUse> attributes,
    boolean isAbstract,
    String doc,
    Origin origin)
    implements TypeDefinition {

  /** Copies the attributes. */
  public ComplexType {
    attributes = List.copyOf(attributes);
  }

  /** Creates an anonymous type with elements in sequence, such as that of a wrapper element. */
  public static ComplexType sequence(List<Particle> particles, Origin origin) {
    return new ComplexType(null, Elements.sequence(particles), List.of(), false, "", origin);
  }

  /**
   * The same type, as an extension of {@code base}.
   *
   * @throws IllegalStateException when it has no complex content
   */
  public ComplexType extending(QName base) {
    if (!(content instanceof Elements elements)) {
      throw new IllegalStateException("only complex content extends " + base);
    }
    return new ComplexType(
        name,
        new Elements(base, elements.group(), elements.mixed()),
        attributes,
        isAbstract,
        doc,
        origin);
  }

  /** The type that this one extends, or null. */
  public @Nullable QName base() {
    return content instanceof Elements elements ? elements.base() : null;
  }

  /** The content of an element of this type. */
  public sealed interface Content permits Text, Elements {}

  /** Text of a simple type (simple content). */
  public record Text(TypeUse type) implements Content {}

  /**
   * Elements (complex content).
   *
   * @param base the type that this one extends, or null
   * @param group the elements added to those of the base
   * @param mixed whether text may stand between them
   */
  public record Elements(@Nullable QName base, Term.Group group, boolean mixed) implements Content {
    /** Creates a sequence of these elements. */
    public static Elements sequence(List<Particle> particles) {
      return new Elements(null, new Term.Group(Term.Compositor.SEQUENCE, particles), false);
    }
  }
}
