package org.calmanchor.core.introspection;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.function.BiFunction;
import java.util.stream.Stream;

/**
 * The permitted subtypes of a sealed type, with their type arguments: for {@code Outcome<Berth>}
 * there is {@code Done<Berth>} if {@code Done<T>} implements {@code Outcome<T>}.
 *
 * @param above the sealed type with its arguments
 * @param withArguments a generic type with arguments for its type parameters
 * @param <T> a type, as a view of Java sees it
 */
public record PermittedTypes<T extends JavaType>(
    T above, BiFunction<T, List<JavaType>, JavaType> withArguments) {

  /** A subtype that the declaration permits, as declared, and the names of its type parameters. */
  public record Permitted<T extends JavaType>(T type, List<String> parameters) {}

  /** The subtypes that can be beneath the sealed type with its arguments. */
  public List<JavaType> among(List<Permitted<T>> permitted) {
    List<JavaType> all = new ArrayList<>();
    permitted.forEach(each -> add(each, all));
    return all;
  }

  /** Adds a subtype, without type arguments if they cannot be inferred; not if they contradict. */
  private void add(Permitted<T> subtype, List<JavaType> all) {
    Map<String, JavaType> solved = new HashMap<>();
    if (!matchAll(argumentsOfAbove(subtype.type()), above.arguments(), solved)) {
      return;
    }
    List<JavaType> arguments =
        subtype.parameters().stream().filter(solved::containsKey).map(solved::get).toList();
    all.add(
        arguments.isEmpty() || arguments.size() < subtype.parameters().size()
            ? subtype.type()
            : withArguments.apply(subtype.type(), arguments));
  }

  /** Whether a subtype's type argument can be {@code asked}; binds the subtype's type variables. */
  private static boolean matches(JavaType given, JavaType asked, Map<String, JavaType> solved) {
    return switch (given.kind()) {
      case VARIABLE -> {
        JavaType other = solved.putIfAbsent(given.signature(), asked);
        yield other == null || other.equals(asked);
      }
      case WILDCARD -> true;
      case ARRAY ->
          asked.kind() == JavaType.Kind.ARRAY
              && matches(given.arguments().get(0), asked.arguments().get(0), solved);
      default ->
          asked.name().equals(given.name())
              && matchAll(given.arguments(), asked.arguments(), solved);
    };
  }

  private static boolean matchAll(
      List<JavaType> given, List<JavaType> asked, Map<String, JavaType> solved) {
    for (int i = 0; i < Math.min(given.size(), asked.size()); i++) {
      if (!matches(given.get(i), asked.get(i), solved)) {
        return false;
      }
    }
    return true;
  }

  private List<JavaType> argumentsOfAbove(JavaType subtype) {
    return Stream.concat(Stream.ofNullable(subtype.superclass()), subtype.interfaces().stream())
        .filter(type -> type.name().equals(above.name()))
        .findFirst()
        .map(JavaType::arguments)
        .orElse(List.of());
  }
}
