package org.calmanchor.core.introspection;

import java.lang.reflect.AnnotatedElement;
import java.lang.reflect.Executable;
import java.lang.reflect.Field;
import java.lang.reflect.Method;
import java.lang.reflect.Parameter;
import java.util.List;
import java.util.function.IntFunction;
import java.util.stream.IntStream;
import org.jspecify.annotations.Nullable;

/** Finds the reflected elements behind the view of Java, for planning. */
public final class Reflection {
  private Reflection() {}

  /** The view of {@code type}. */
  public static JavaType typeOf(Class<?> type) {
    return typeOf(type, new AddedAnnotations());
  }

  /**
   * The view of a generic {@code type} with type arguments.
   *
   * @param arguments views of the same kind
   */
  public static JavaType typeOf(Class<?> type, List<JavaType> arguments) {
    return ReflectedType.of(type, arguments, new AddedAnnotations());
  }

  /** The view of {@code type} with annotations that its source does not have. */
  public static JavaType typeOf(Class<?> type, AddedAnnotations added) {
    return ReflectedType.of(type, added);
  }

  /**
   * The elements that may carry the annotations of a member.
   *
   * @throws IllegalArgumentException when the view was not made from a class
   */
  public static List<AnnotatedElement> placesOf(JavaMember member) {
    if (member instanceof ReflectedMember reflected) {
      return reflected.places();
    }
    throw new IllegalArgumentException("not read from a class: " + member.signature());
  }

  /**
   * The class of a view.
   *
   * @throws IllegalArgumentException when the view was not made from classes
   */
  public static Class<?> classOf(JavaType type) {
    if (type instanceof ReflectedType reflected) {
      return reflected.raw();
    }
    throw new IllegalArgumentException("not read from a class: " + type.signature());
  }

  /**
   * The method or constructor of a view.
   *
   * @throws IllegalArgumentException when the view was not made from classes
   */
  public static Executable executableOf(JavaMethod method) {
    if (method instanceof ReflectedMethod reflected) {
      return reflected.executable();
    }
    throw new IllegalArgumentException("not read from a class: " + method.signature());
  }

  /**
   * The names of a method's parameters, from class file or index.
   *
   * @param unknown gives the name of a parameter that has none there, by its position
   */
  public static List<String> parameterNames(Executable method, IntFunction<String> unknown) {
    AddedAnnotations source = new AddedAnnotations();
    Parameter[] parameters = method.getParameters();
    return IntStream.range(0, parameters.length)
        .mapToObj(
            i -> {
              String name = source.nameOf(parameters[i], i);
              return name == null ? unknown.apply(i) : name;
            })
        .toList();
  }

  /** The accessors of a property: methods or a field. */
  public record Property(@Nullable Method getter, @Nullable Method setter, @Nullable Field field) {}

  /**
   * The accessors of a property or record component.
   *
   * @throws IllegalArgumentException when the view was not made from a class's property
   */
  public static Property propertyOf(JavaMember member) {
    if (member instanceof ReflectedMember reflected && reflected.access() != null) {
      ReflectedMember.Access access = reflected.access();
      return new Property(access.getter(), access.setter(), access.field());
    }
    throw new IllegalArgumentException("no property of a class: " + member.signature());
  }
}
