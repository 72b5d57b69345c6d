package org.calmanchor.core.model;

import javax.xml.namespace.QName;
import org.jspecify.annotations.Nullable;

/** A type's definition (XML Schema 1.0 part 1, section 2.2.1): simple or complex. */
public sealed interface TypeDefinition extends TypeUse permits SimpleType, ComplexType {
  /** The type's name, or null for an anonymous one. */
  @Nullable QName name();

  /** Its documentation; may be empty. */
  String doc();

  /** Where it was defined. */
  Origin origin();
}
