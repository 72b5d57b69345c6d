package org.calmanchor.core.introspection;

import java.lang.annotation.Annotation;
import java.lang.reflect.AnnotatedElement;
import java.lang.reflect.Executable;
import java.lang.reflect.Field;
import java.lang.reflect.Method;
import java.lang.reflect.Modifier;
import java.lang.reflect.Parameter;
import java.lang.reflect.RecordComponent;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.function.Supplier;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;

/**
 * A parameter, component, property or result as reflection sees it. Its annotations are the union
 * over all the places that Java spreads them to.
 *
 * @param places where its annotations may stand
 * @param owner the type that declares it
 * @param access how it is read and written; null for a parameter or result
 * @param documentation finds its documentation
 */
record ReflectedMember(
    @Nullable String name,
    String signature,
    JavaType type,
    List<AnnotatedElement> places,
    ReflectedType owner,
    @Nullable Access access,
    Supplier<String> documentation)
    implements JavaMember {

  /** How a property is accessed: by methods if it has any, else by its field. */
  record Access(@Nullable Method getter, @Nullable Method setter, @Nullable Field field) {
    boolean isReadable() {
      return getter != null || field != null;
    }

    boolean isWritable() {
      return setter != null || (field != null && !Modifier.isFinal(field.getModifiers()));
    }
  }

  static ReflectedMember of(ReflectedType owner, RecordComponent component) {
    Class<?> raw = owner.raw();
    List<AnnotatedElement> places = new ArrayList<>();
    places.add(component);
    places.add(component.getAnnotatedType());
    places.add(component.getAccessor());
    places.add(component.getAccessor().getAnnotatedReturnType());
    Arrays.stream(raw.getDeclaredFields())
        .filter(field -> field.getName().equals(component.getName()))
        .flatMap(field -> Stream.of(field, field.getAnnotatedType()))
        .forEach(places::add);
    return new ReflectedMember(
        component.getName(),
        raw.getSimpleName() + "." + component.getName(),
        owner.within(component.getAnnotatedType()),
        List.copyOf(places),
        owner,
        new Access(component.getAccessor(), null, null),
        () -> docOf(owner, component.getName(), raw, component.getAccessor()));
  }

  /** The documentation of a field or component, or else of the accessor. */
  private static String docOf(
      ReflectedType owner, String name, @Nullable Class<?> declaring, @Nullable Method accessor) {
    String own = declaring == null ? "" : owner.added().indexOf(declaring).doc(name);
    return own.isEmpty() && accessor != null
        ? owner.added().indexOf(accessor.getDeclaringClass()).doc(AddedAnnotations.keyOf(accessor))
        : own;
  }

  static ReflectedMember of(ReflectedType owner, PropertyFinder.Property<Field, Method> property) {
    String name = property.name();
    Access access = new Access(property.getter(), property.setter(), property.field());
    List<AnnotatedElement> places = new ArrayList<>();
    ReflectedType type = null;
    if (access.getter() != null) {
      places.add(access.getter());
      places.add(access.getter().getAnnotatedReturnType());
      type = owner.within(access.getter().getAnnotatedReturnType());
    }
    if (access.field() != null) {
      places.add(access.field());
      places.add(access.field().getAnnotatedType());
      type = owner.within(access.field().getAnnotatedType());
    }
    if (access.setter() != null) {
      places.add(access.setter());
      places.add(access.setter().getParameters()[0]);
      type = owner.within(access.setter().getAnnotatedParameterTypes()[0]);
    }
    if (type == null) {
      throw new IllegalArgumentException("a property has an accessor or a field: " + name);
    }
    String signature = owner.raw().getSimpleName() + "." + name;
    Field field = property.field();
    return new ReflectedMember(
        name,
        signature,
        type,
        List.copyOf(places),
        owner,
        access,
        () ->
            docOf(
                owner,
                field == null ? name : field.getName(),
                field == null ? null : field.getDeclaringClass(),
                property.getter()));
  }

  static ReflectedMember of(
      String owner,
      Executable method,
      int index,
      ReflectedType declaring,
      Supplier<String> documentation) {
    Parameter parameter = method.getParameters()[index];
    String name = declaring.added().nameOf(parameter, index);
    return new ReflectedMember(
        name,
        owner + ", parameter " + (index + 1) + (name == null ? "" : " (" + name + ")"),
        declaring.within(parameter.getAnnotatedType()),
        List.of(parameter, parameter.getAnnotatedType()),
        declaring,
        null,
        documentation);
  }

  static ReflectedMember resultOf(
      String owner, Executable method, ReflectedType declaring, Supplier<String> documentation) {
    return new ReflectedMember(
        null,
        owner + ", result",
        declaring.within(method.getAnnotatedReturnType()),
        List.of(method, method.getAnnotatedReturnType()),
        declaring,
        null,
        documentation);
  }

  @Override
  public String doc() {
    return documentation.get();
  }

  @Override
  public boolean isNullable() {
    return places.stream()
        .flatMap(place -> Arrays.stream(place.getAnnotations()))
        .anyMatch(a -> a.annotationType().getSimpleName().equals("Nullable"));
  }

  @Override
  public <A extends Annotation> @Nullable A annotation(Class<A> annotation) {
    for (AnnotatedElement place : places) {
      A found = owner.added().on(place, annotation);
      if (found != null) {
        return found;
      }
    }
    return null;
  }

  @Override
  public boolean isContradictory(Class<? extends Annotation> annotation) {
    Annotation first = annotation(annotation);
    return places.stream()
        .map(place -> owner.added().on(place, annotation))
        .anyMatch(found -> found != null && !found.equals(first));
  }

  @Override
  public List<JavaType> classes(Class<? extends Annotation> annotation, String member) {
    for (AnnotatedElement place : places) {
      if (owner.added().on(place, annotation) != null) {
        return ReflectedAnnotations.classes(owner, place, annotation, member);
      }
    }
    return List.of();
  }

  @Override
  public List<JavaAnnotation> constraints() {
    return ReflectedAnnotations.constraints(places);
  }

  @Override
  public @Nullable String setter() {
    return access == null || access.setter() == null ? null : access.setter().getName();
  }

  @Override
  public boolean isReadable() {
    return access == null || access.isReadable();
  }

  @Override
  public boolean isWritable() {
    return access == null || access.isWritable();
  }
}
