package org.calmanchor.core.introspection;

import java.lang.reflect.Array;
import java.lang.reflect.GenericArrayType;
import java.lang.reflect.ParameterizedType;
import java.lang.reflect.Type;
import java.lang.reflect.TypeVariable;
import java.lang.reflect.WildcardType;
import org.calmanchor.core.introspection.JavaType.Kind;

/** The class that remains of a type without its arguments (JLS, section 4.6). */
final class Erasure {
  private Erasure() {}

  /** The class of {@code type}; Object for a type variable or wildcard. */
  static Class<?> of(Type type) {
    if (type instanceof Class<?> plain) {
      return plain;
    }
    if (type instanceof ParameterizedType parameterized) {
      return (Class<?>) parameterized.getRawType();
    }
    if (type instanceof GenericArrayType array) {
      return Array.newInstance(of(array.getGenericComponentType()), 0).getClass();
    }
    return Object.class;
  }

  /** What kind of type it is. */
  static Kind kindOf(Type type) {
    Class<?> raw = of(type);
    if (type instanceof TypeVariable<?>) {
      return Kind.VARIABLE;
    }
    if (type instanceof WildcardType) {
      return Kind.WILDCARD;
    }
    if (raw == void.class || raw == Void.class) {
      return Kind.VOID;
    }
    if (raw.isPrimitive()) {
      return Kind.PRIMITIVE;
    }
    if (raw.isArray()) {
      return Kind.ARRAY;
    }
    if (raw.isEnum()) {
      return Kind.ENUM;
    }
    if (raw.isRecord()) {
      return Kind.RECORD;
    }
    return raw.isInterface() ? Kind.INTERFACE : Kind.CLASS;
  }
}
