package org.calmanchor.core.model;

import java.util.EnumSet;
import java.util.Set;
import javax.xml.namespace.QName;
import org.jspecify.annotations.Nullable;

/**
 * How other elements and types can stand for an element (XML Schema 1.0 part 1, section 3.3.1).
 *
 * @param head the element in whose place this one may stand, or null
 * @param isAbstract whether only elements that substitute it may appear
 * @param blocked the derivations by which nothing may take its place
 */
public record Substitution(
    @Nullable QName head, boolean isAbstract, Set<Derivation.Method> blocked) {
  /** An element that takes part in no substitution group and blocks nothing. */
  public static final Substitution NONE = new Substitution(null, false, Set.of());

  /** Copies the set. */
  public Substitution {
    blocked = blocked.isEmpty() ? Set.of() : Set.copyOf(EnumSet.copyOf(blocked));
  }
}
