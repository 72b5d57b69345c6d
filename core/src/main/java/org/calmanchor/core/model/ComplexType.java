package org.calmanchor.core.model;

import java.util.EnumSet;
import java.util.List;
import java.util.Set;
import javax.xml.namespace.QName;
import org.jspecify.annotations.Nullable;

/**
 * A complex type's definition (XML Schema 1.0 part 1, section 3.4).
 *
 * @param name its name, or null for an anonymous one
 * @param derivation how it is made from another complex type; null if it is not
 * @param content its content; of an extension, what is added to that of the base
 * @param attributes its own attributes, in the order written
 * @param withheld the attributes of the base that a restriction prohibits
 * @param anyAttribute its own attribute wildcard, or null
 * @param isAbstract whether only types derived from it may appear
 * @param blocked the derivations by which no type may take its place
 * @param doc its documentation; may be empty
 * @param origin where it was defined
 */
public record ComplexType(
    @Nullable QName name,
    @Nullable Derivation derivation,
    Content content,
    List<AttributeUse> attributes,
    Set<QName> withheld,
    @Nullable Wildcard anyAttribute,
    boolean isAbstract,
    Set<Derivation.Method> blocked,
    String doc,
    Origin origin)
    implements TypeDefinition {

  /** The type of which every type is a restriction (XML Schema 1.0 part 1, section 3.4.7). */
  public static final ComplexType ANY_TYPE =
      new ComplexType(
          Names.xsd("anyType"),
          null,
          new Elements(
              new Particle(
                  new Term.Group(
                      Term.Compositor.SEQUENCE,
                      List.of(new Particle(Wildcard.ANY, 0, Particle.UNBOUNDED))),
                  1,
                  1),
              true),
          List.of(),
          Set.of(),
          Wildcard.ANY,
          false,
          Set.of(),
          "",
          Origin.NONE);

  /** Whether it is {@link #ANY_TYPE}, by its name: no schema can declare another one. */
  public boolean isAnyType() {
    return name != null && name.equals(ANY_TYPE.name());
  }

  /** Copies the collections. */
  public ComplexType {
    attributes = List.copyOf(attributes);
    withheld = Set.copyOf(withheld);
    blocked = blocked.isEmpty() ? Set.of() : Set.copyOf(EnumSet.copyOf(blocked));
  }

  /** Creates a type that is not derived, restricts nothing and blocks nothing. */
  public ComplexType(
      @Nullable QName name,
      Content content,
      List<AttributeUse> attributes,
      boolean isAbstract,
      String doc,
      Origin origin) {
    this(name, null, content, attributes, Set.of(), null, isAbstract, Set.of(), doc, origin);
  }

  /** Creates an anonymous type with elements in sequence, such as that of a wrapper element. */
  public static ComplexType sequence(List<Particle> particles, Origin origin) {
    return new ComplexType(null, Elements.sequence(particles), List.of(), false, "", origin);
  }

  /** The same type, as an extension of {@code base}. */
  public ComplexType extending(QName base) {
    return new ComplexType(
        name,
        Derivation.extending(base),
        content,
        attributes,
        withheld,
        anyAttribute,
        isAbstract,
        blocked,
        doc,
        origin);
  }

  /** The complex type from which this one is derived, or null. */
  public @Nullable QName base() {
    return derivation == null ? null : derivation.base();
  }

  /** The content of an element of this type. */
  public sealed interface Content permits Text, Elements {}

  /**
   * Text of a simple type (simple content).
   *
   * @param type the type of the text; of an extension of another complex type, that of its text
   */
  public record Text(TypeUse type) implements Content {}

  /**
   * Elements (complex content).
   *
   * @param particle the elements; null for none
   * @param mixed whether text may stand between them
   */
  public record Elements(@Nullable Particle particle, boolean mixed) implements Content {
    /** Creates a sequence of these elements. */
    public static Elements sequence(List<Particle> particles) {
      return new Elements(
          new Particle(new Term.Group(Term.Compositor.SEQUENCE, particles), 1, 1), false);
    }

    /**
     * The particles of a sequence that stands once; empty if there are no elements.
     *
     * @throws IllegalArgumentException for any other content
     */
    public List<Particle> sequence() {
      if (particle == null) {
        return List.of();
      }
      if (!isSequence()) {
        throw new IllegalArgumentException("not a sequence of elements that stands once");
      }
      return ((Term.Group) particle.term()).particles();
    }

    /** Whether it is a sequence that stands once, without text, or empty. */
    public boolean isSequence() {
      return !mixed
          && (particle == null
              || (particle.max() == 1
                  && particle.min() == 1
                  && particle.term() instanceof Term.Group group
                  && group.compositor() == Term.Compositor.SEQUENCE));
    }
  }
}
