package org.calmanchor.core.read;

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
 * The types that a sealed type permits, with the type arguments that follow from its own: beneath
 * {@code Outcome<Berth>} stands {@code Done<Berth>} where {@code Done<T>} implements {@code
 * Outcome<T>}.
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

  /** Adds a subtype, without arguments where they do not follow; not one of other arguments. */
  private void add(Class<?> subtype, List<JavaType> all) {
    Map<Type, JavaType> solved = new HashMap<>();
    List<Type> given = argumentsOfAbove(subtype);
    for (int i = 0; i < Math.min(given.size(), above.arguments().size()); i++) {
      JavaType asked = above.arguments().get(i);
      JavaType other = solved.putIfAbsent(given.get(i), asked);
      boolean isPlain = given.get(i) instanceof Class<?>;
      if ((other != null && !other.equals(asked))
          || (isPlain && !asked.name().equals(((Class<?>) given.get(i)).getName()))) {
        return;
      }
    }
    TypeVariable<?>[] variables = subtype.getTypeParameters();
    List<JavaType> arguments =
        Arrays.stream(variables).filter(solved::containsKey).map(solved::get).toList();
    all.add(
        variables.length == 0 || arguments.size() < variables.length
            ? ReflectedType.of(subtype, above.notes())
            : ReflectedType.of(subtype, arguments, above.notes()));
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
