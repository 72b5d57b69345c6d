package org.calmanchor.core.codec;

import java.util.List;
import javax.xml.namespace.QName;
import org.calmanchor.core.lexical.Lexical;
import org.calmanchor.core.model.ComplexType;
import org.calmanchor.core.model.NodeKind;
import org.calmanchor.core.model.TypeUse;
import org.calmanchor.core.model.ValueConstraint;
import org.jspecify.annotations.Nullable;

/**
 * How the values of a contract's types are represented, such as Java objects or maps. It is asked
 * while planning only.
 *
 * @param <T> what the value model needs to know of a position, besides its type in the contract
 */
public interface ValueModel<T> {
  /** A member of a structure, with what the value model knows of its position. */
  record Member<T>(NodeKind kind, QName wireName, T held) {}

  /**
   * How values of a structure are represented; the members have the order that the composite
   * expects.
   */
  record Structure<T>(List<Member<T>> members, Composite composite) {}

  /**
   * How the values at a position are represented.
   *
   * @param item what each of them is
   * @param isMany whether they are held as several even if there is but one
   * @param isLazy whether they are read when they are asked for
   */
  record Position<T>(Holder holder, T item, boolean isMany, boolean isLazy) {}

  /**
   * Another value model, which represents all that is within a position.
   *
   * @param held what it needs to know of the position
   */
  record Other<U>(ValueModel<U> model, U held) {}

  /** The other model that represents an element and all that is within it; null for this one. */
  default @Nullable Other<?> other(T held) {
    return null;
  }

  /**
   * The lexical forms of a simple type.
   *
   * @param value the default or fixed value of the element or attribute, or null
   */
  Lexical<Object> lexical(TypeUse type, @Nullable ValueConstraint value, T held);

  /** How bytes of a binary type are represented; null if they are represented by their text. */
  @Nullable BinaryHolder binary(TypeUse type, T held);

  /** How elements of any name are represented. */
  AnyHolder any();

  /** How values of {@code type} are represented. */
  Structure<T> structure(ComplexType type, T held);

  /** How the values of an element are represented. */
  Position<T> position(T held, boolean repeats);

  /**
   * What the model knows of a position if it holds the type {@code derived} instead of the declared
   * one.
   */
  T derived(ComplexType derived, T held);

  /** Distinguishes values of these types; the index is the position in the list. */
  SubtypeChoice alternatives(List<QName> types);

  /**
   * Whether it can hold every content that XML Schema can describe, and values of any type. Else
   * contents are plain sequences.
   */
  default boolean isGeneral() {
    return false;
  }

  /** Whether a null member that is required is omitted when writing, instead of being an error. */
  boolean isLenient();
}
