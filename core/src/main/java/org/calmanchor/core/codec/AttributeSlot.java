package org.calmanchor.core.codec;

import org.calmanchor.core.lexical.Lexical;
import org.jspecify.annotations.Nullable;

/**
 * An attribute of a structure, planned.
 *
 * @param namespace its namespace, empty for none
 * @param name its local name
 * @param open what is written before its value
 * @param lexical text to value and back
 * @param isQualified whether its value is a name with a prefix
 * @param required whether it must be present
 * @param byDefault its default value, or null
 * @param holder how its value is held
 * @param member its index in the composite
 */
record AttributeSlot(
    String namespace,
    String name,
    byte[] open,
    Lexical<Object> lexical,
    boolean isQualified,
    boolean required,
    @Nullable Object byDefault,
    Holder holder,
    int member) {}
