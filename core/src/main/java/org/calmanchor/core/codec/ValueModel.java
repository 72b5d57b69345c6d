package org.calmanchor.core.codec;

import java.util.List;
import javax.xml.namespace.QName;
import org.calmanchor.core.lexical.Lexical;
import org.calmanchor.core.model.ComplexType;
import org.calmanchor.core.model.NodeKind;
import org.calmanchor.core.model.TypeUse;
import org.jspecify.annotations.Nullable;

/**
 * How the values of a contract's types are represented, such as Java objects or maps. It is asked
 * while planning only.
 *
 * @param <T> what the value model needs to know of a position, besides its type in the contract
 */
public interface ValueModel<T> {
  /** A member of a structure at this end. */
  record Member<T>(NodeKind kind, QName wireName, T held) {}

  /** How a structure is held; its members' order is the composite's. */
  record Structure<T>(List<Member<T>> members, Composite composite) {}

  /**
   * How a position holds values.
   *
   * @param item what each of them is
   * @param isMany whether they are held as several even if there is but one
   * @param isLazy whether they are read when they are asked for
   */
  record Position<T>(Holder holder, T item, boolean isMany, boolean isLazy) {}

  /** Text and value of a simple type. */
  Lexical<Object> lexical(TypeUse type, T held);

  /** How bytes of a binary type are held, or null when they are held as their text. */
  @Nullable BinaryHolder binary(TypeUse type, T held);

  /** How one element of any name is held. */
  AnyHolder any();

  /** How {@code type} is held. */
  Structure<T> structure(ComplexType type, T held);

  /** How the values of an element are held. */
  Position<T> position(T held, boolean repeats);

  /** What is held if {@code derived} occurs instead of the type of {@code held}. */
  T derived(ComplexType derived, T held);

  /** Tells values of these types apart; the index is that in the list. */
  SubtypeChoice alternatives(List<ComplexType> types);

  /** Whether null for a required member is left out when writing, rather than refused. */
  boolean isLenient();
}
