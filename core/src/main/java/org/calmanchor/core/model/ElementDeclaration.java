package org.calmanchor.core.model;

import javax.xml.namespace.QName;
import org.jspecify.annotations.Nullable;

/**
 * An element's declaration, global or local (XML Schema 1.0 part 1, section 3.3).
 *
 * @param name its name on the wire; without namespace when local and unqualified
 * @param type its type
 * @param nillable whether {@code xsi:nil} may stand for a value
 * @param value its default or fixed value, or null
 * @param substitution what may stand for it, and for what it may stand
 * @param doc what it means; may be empty
 * @param origin where it was declared
 */
public record ElementDeclaration(
    QName name,
    TypeUse type,
    boolean nillable,
    @Nullable ValueConstraint value,
    Substitution substitution,
    String doc,
    Origin origin)
    implements Term {

  /** Creates a declaration without a default or fixed value, and without substitution. */
  public ElementDeclaration(QName name, TypeUse type, boolean nillable, String doc, Origin origin) {
    this(name, type, nillable, null, Substitution.NONE, doc, origin);
  }
}
