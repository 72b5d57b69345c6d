package org.calmanchor.core.introspection;

import java.lang.annotation.Annotation;
import java.net.URI;
import java.util.Arrays;
import java.util.List;
import java.util.Objects;
import java.util.TreeSet;
import org.calmanchor.annotations.Shape;
import org.jspecify.annotations.Nullable;

/**
 * A Java type as it is used somewhere, its type variables replaced by what they stand for there.
 * {@link #annotation} finds what stands on its declaration. Two uses are equal when they are of the
 * same type with the same arguments and shape.
 */
public interface JavaType extends JavaElement {
  /** What sort of type it is. */
  enum Kind {
    PRIMITIVE,
    VOID,
    ENUM,
    RECORD,
    CLASS,
    INTERFACE,
    ARRAY,
    VARIABLE,
    WILDCARD
  }

  /** What sort of type it is. */
  Kind kind();

  /** Its binary name, without arguments. */
  String name();

  /** Its simple name, without arguments. */
  String simpleName();

  /** Its type arguments, possibly empty; for an array, its component type. */
  List<JavaType> arguments();

  /** Whether its declaration has type parameters. */
  boolean isGeneric();

  /** Whether it is, or extends or implements, the type of that binary name. */
  boolean isA(String name);

  /** The annotation of that type on this use of the type, or null. */
  <A extends Annotation> @Nullable A useAnnotation(Class<A> type);

  /** The constraints of jakarta.validation on this use of the type. */
  List<JavaAnnotation> useConstraints();

  /** The constraints of jakarta.validation on its declaration. */
  List<JavaAnnotation> classConstraints();

  /** What its class extends, or null: for Object, interfaces, and arrays. */
  @Nullable JavaType superclass();

  /** The interfaces that its declaration names. */
  List<JavaType> interfaces();

  /**
   * The types that its declaration permits beneath these arguments, when it is sealed, else empty.
   */
  List<JavaType> permitted();

  /** Whether no object can have exactly this type. */
  boolean isAbstract();

  /** A record's components in order, else empty. */
  List<JavaMember> components();

  /**
   * The properties of a class, from its fields and accessors, including those of superclasses that
   * are not data types themselves. Their order is not defined.
   */
  List<JavaMember> properties();

  /** Whether it has a constructor without parameters. */
  boolean hasPlainConstructor();

  /** An enum's constants in order, else empty. */
  List<JavaConstant> constants();

  /** Its methods and the inherited ones, except for those of Object and overridden ones. */
  List<JavaMethod> methods();

  /** Its public constructors. */
  List<JavaMethod> constructors();

  /**
   * The location of a resource on the class path, or null if there is none.
   *
   * @param path relative to the type's package, or absolute if it begins with a slash
   */
  @Nullable URI resource(String path);

  /** The module directive that is missing so that we can access it, or null if none is. */
  @Nullable String missingOpens();

  /** Whether two uses have the same {@code @Shape}, or both none; the order of members is free. */
  static boolean haveSameShape(JavaType one, JavaType other) {
    return Objects.equals(shapeOf(one), shapeOf(other));
  }

  private static @Nullable Object shapeOf(JavaType type) {
    Shape shape = type.useAnnotation(Shape.class);
    return shape == null
        ? null
        : List.of(
            shape.name(),
            new TreeSet<>(Arrays.asList(shape.only())),
            new TreeSet<>(Arrays.asList(shape.omit())));
  }
}
