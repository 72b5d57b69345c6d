package org.calmanchor.core.model;

import javax.xml.namespace.QName;

/** The type of an element or attribute: a named one referred to, or an anonymous one in place. */
public sealed interface TypeUse permits TypeUse.Named, TypeDefinition {

  /** A reference to a named type, built-in ones included. */
  record Named(QName name) implements TypeUse {}

  /** A reference to the type {@code name}. */
  static TypeUse named(QName name) {
    return new Named(name);
  }
}
