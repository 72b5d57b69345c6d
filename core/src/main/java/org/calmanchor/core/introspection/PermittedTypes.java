package org.calmanchor.core.introspection;

import java.lang.reflect.GenericArrayType;
import java.lang.reflect.ParameterizedType;
import java.lang.reflect.Type;
import java.lang.reflect.TypeVariable;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Stream;

/**
 * The permitted subtypes of a sealed type, with their type arguments: for {@code Outcome<Berth>}
 * there is {@code Done<Berth>} if {@code Done<T>} implements {@code Outcome<T>}.
 */
record PermittedTypes(ReflectedType above) {

  List<JavaType> all() {
    Class<?>[] permitted = above.raw().getPermittedSubclasses();
    if (permitted == null) {
      return List.of();
    }
    List<JavaType> all = new ArrayList<>();
    for (Class<?> each : permitted) {
      add(each, all);
    }
    return all;
  }

  /** Adds a subtype, without type arguments if they cannot be inferred; not if they contradict. */
  private void add(Class<?> subtype, List<JavaType> all) {
    Map<TypeVariable<?>, JavaType> solved = new HashMap<>();
    List<Type> given = argumentsOfAbove(subtype);
    for (int i = 0; i < Math.min(given.size(), above.arguments().size()); i++) {
      if (!matches(given.get(i), above.arguments().get(i), solved)) {
        return;
      }
    }
    TypeVariable<?>[] variables = subtype.getTypeParameters();
    List<JavaType> arguments =
        Arrays.stream(variables).filter(solved::containsKey).map(solved::get).toList();
    all.add(
        variables.length == 0 || arguments.size() < variables.length
            ? ReflectedType.of(subtype, above.added())
            : ReflectedType.of(subtype, arguments, above.added()));
  }

  /** Whether a subtype's type argument can be {@code asked}; binds the subtype's type variables. */
  private static boolean matches(
      Type given, JavaType asked, Map<TypeVariable<?>, JavaType> solved) {
    if (given instanceof TypeVariable<?> variable) {
      JavaType other = solved.putIfAbsent(variable, asked);
      return other == null || other.equals(asked);
    }
    if (given instanceof GenericArrayType array) {
      return asked.kind() == JavaType.Kind.ARRAY
          && matches(array.getGenericComponentType(), asked.arguments().get(0), solved);
    }
    if (given instanceof ParameterizedType generic) {
      return matches(generic.getRawType(), asked, solved)
          && matchAll(generic.getActualTypeArguments(), asked.arguments(), solved);
    }
    return !(given instanceof Class<?> plain) || asked.name().equals(plain.getName());
  }

  private static boolean matchAll(
      Type[] given, List<JavaType> asked, Map<TypeVariable<?>, JavaType> solved) {
    for (int i = 0; i < Math.min(given.length, asked.size()); i++) {
      if (!matches(given[i], asked.get(i), solved)) {
        return false;
      }
    }
    return true;
  }

  private List<Type> argumentsOfAbove(Class<?> subtype) {
    return Stream.concat(
            Stream.ofNullable(subtype.getGenericSuperclass()),
            Arrays.stream(subtype.getGenericInterfaces()))
        .filter(type -> type instanceof ParameterizedType p && p.getRawType() == above.raw())
        .findFirst()
        .map(type -> List.of(((ParameterizedType) type).getActualTypeArguments()))
        .orElse(List.of());
  }
}
