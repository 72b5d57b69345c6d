package org.calmanchor.core.model;

import javax.xml.namespace.QName;
import org.jspecify.annotations.Nullable;

/**
 * An attribute of a complex type (XML Schema 1.0 part 1, section 3.5).
 *
 * @param name its name on the wire; without namespace when unqualified
 * @param type its simple type
 * @param required whether it must be present
 * @param defaultValue the lexical form of its default value, or null
 * @param doc what it means; may be empty
 * @param origin where it was declared
 */
public record AttributeUse(
    QName name,
    TypeUse type,
    boolean required,
    @Nullable String defaultValue,
    String doc,
    Origin origin) {}
