package org.calmanchor.core.read;

import java.lang.annotation.Annotation;
import java.lang.reflect.AnnotatedElement;
import java.lang.reflect.Executable;
import java.lang.reflect.Method;
import java.lang.reflect.Parameter;
import java.lang.reflect.RecordComponent;
import java.lang.reflect.Type;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Objects;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;

/**
 * A parameter, record component or result as reflection sees it. Its annotations are the union over
 * all the places that Java spreads them to.
 *
 * @param places where its annotations may stand
 */
record ReflectedMember(
    @Nullable String name, String signature, Type javaType, List<AnnotatedElement> places)
    implements JavaMember {

  static ReflectedMember of(Class<?> owner, RecordComponent component) {
    List<AnnotatedElement> places = new ArrayList<>();
    places.add(component);
    places.add(component.getAnnotatedType());
    places.add(component.getAccessor());
    places.add(component.getAccessor().getAnnotatedReturnType());
    Arrays.stream(owner.getDeclaredFields())
        .filter(field -> field.getName().equals(component.getName()))
        .flatMap(field -> Stream.of(field, field.getAnnotatedType()))
        .forEach(places::add);
    return new ReflectedMember(
        component.getName(),
        owner.getSimpleName() + "." + component.getName(),
        component.getGenericType(),
        List.copyOf(places));
  }

  static ReflectedMember of(String owner, Executable method, int index) {
    Parameter parameter = method.getParameters()[index];
    String name = parameter.isNamePresent() ? parameter.getName() : null;
    return new ReflectedMember(
        name,
        owner + ", parameter " + (index + 1) + (name == null ? "" : " (" + name + ")"),
        parameter.getParameterizedType(),
        List.of(parameter, parameter.getAnnotatedType()));
  }

  static ReflectedMember resultOf(String owner, Executable method, Type type) {
    return new ReflectedMember(
        null,
        owner + ", result",
        type,
        method instanceof Method
            ? List.of(method, method.getAnnotatedReturnType())
            : List.of(method));
  }

  @Override
  public JavaType type() {
    return new ReflectedType(javaType);
  }

  @Override
  public boolean isNullable() {
    return places.stream()
        .flatMap(place -> Arrays.stream(place.getAnnotations()))
        .anyMatch(a -> a.annotationType().getSimpleName().equals("Nullable"));
  }

  @Override
  public <A extends Annotation> @Nullable A annotation(Class<A> type) {
    return places.stream()
        .map(place -> place.getAnnotation(type))
        .filter(Objects::nonNull)
        .findFirst()
        .orElse(null);
  }
}
