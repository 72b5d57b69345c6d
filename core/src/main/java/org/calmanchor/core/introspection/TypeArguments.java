package org.calmanchor.core.introspection;

import java.lang.reflect.AnnotatedArrayType;
import java.lang.reflect.AnnotatedParameterizedType;
import java.lang.reflect.AnnotatedType;
import java.lang.reflect.GenericArrayType;
import java.lang.reflect.ParameterizedType;
import java.lang.reflect.Type;
import java.lang.reflect.TypeVariable;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;

/**
 * Finds the arguments of types within one declaration.
 *
 * @param outer what the type variables of the declaration stand for
 */
record TypeArguments(Map<TypeVariable<?>, ReflectedType> outer, AddedAnnotations added) {
  /** The arguments of {@code type}; the component type of an array. */
  List<JavaType> of(Type type, @Nullable AnnotatedType use) {
    if (use instanceof AnnotatedParameterizedType parameterized) {
      return Arrays.stream(parameterized.getAnnotatedActualTypeArguments())
          .<JavaType>map(argument -> resolved(argument.getType(), argument))
          .toList();
    }
    if (use instanceof AnnotatedArrayType array) {
      AnnotatedType component = array.getAnnotatedGenericComponentType();
      return List.of(resolved(component.getType(), component));
    }
    if (type instanceof ParameterizedType parameterized) {
      return Arrays.stream(parameterized.getActualTypeArguments())
          .<JavaType>map(argument -> resolved(argument, null))
          .toList();
    }
    if (type instanceof GenericArrayType array) {
      return List.of(resolved(array.getGenericComponentType(), null));
    }
    Class<?> raw = Erasure.of(type);
    return raw.isArray() ? List.of(ReflectedType.of(raw.getComponentType(), added)) : List.of();
  }

  /** The type, or its replacement if it is a type variable. */
  ReflectedType resolved(Type type, @Nullable AnnotatedType use) {
    ReflectedType bound = type instanceof TypeVariable<?> variable ? outer.get(variable) : null;
    return bound == null ? new ReflectedType(type, use, outer, added) : bound;
  }
}
