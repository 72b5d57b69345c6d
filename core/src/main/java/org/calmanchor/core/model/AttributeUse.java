package org.calmanchor.core.model;

import javax.xml.namespace.QName;
import org.jspecify.annotations.Nullable;

/**
 * An attribute of a complex type, or a global attribute (XML Schema 1.0 part 1, sections 3.2 and
 * 3.5).
 *
 * @param name its name on the wire; without namespace when unqualified
 * @param type its simple type
 * @param required whether it must be present
 * @param value its default or fixed value, or null
 * @param isReference whether it refers to a global attribute, whose name and type these are
 * @param doc what it means; may be empty
 * @param origin where it was declared
 */
public record AttributeUse(
    QName name,
    TypeUse type,
    boolean required,
    @Nullable ValueConstraint value,
    boolean isReference,
    String doc,
    Origin origin) {
  /** The value that an element without this attribute has, in its lexical form; or null. */
  public @Nullable String defaultValue() {
    return value == null ? null : value.lexical();
  }
}
