package org.calmanchor.core.model;

import javax.xml.namespace.QName;

/**
 * How a complex type is made from another one (XML Schema 1.0 part 1, section 3.4.1).
 *
 * @param base the other type's name
 * @param method extension or restriction
 */
public record Derivation(QName base, Method method) {
  /** The ways in which one component takes the place of another. */
  public enum Method {
    /** The base's content and more. */
    EXTENSION,
    /** A part of the values of the base. */
    RESTRICTION,
    /** An element in the place of the head of its substitution group; never of a type. */
    SUBSTITUTION
  }

  /** Refuses types that substitute. */
  public Derivation {
    if (method == Method.SUBSTITUTION) {
      throw new IllegalArgumentException("a type cannot substitute " + base);
    }
  }

  /** Creates an extension. */
  public static Derivation extending(QName base) {
    return new Derivation(base, Method.EXTENSION);
  }

  /** Creates a restriction. */
  public static Derivation restricting(QName base) {
    return new Derivation(base, Method.RESTRICTION);
  }

  /** Whether it adds to its base. */
  public boolean isExtension() {
    return method == Method.EXTENSION;
  }
}
