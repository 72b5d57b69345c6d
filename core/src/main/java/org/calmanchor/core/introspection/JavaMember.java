package org.calmanchor.core.introspection;

import java.lang.annotation.Annotation;
import java.util.List;
import org.jspecify.annotations.Nullable;

/** Something that has a type and usually a name: a parameter, component, property or result. */
public interface JavaMember extends JavaElement {
  /** Its name; null for a parameter of a class compiled without {@code -parameters}. */
  @Nullable String name();

  /** Its type. */
  JavaType type();

  /**
   * Whether it, or the use of its type, has an annotation with the simple name {@code Nullable}.
   */
  boolean isNullable();

  /**
   * Its constraints of jakarta.validation, wherever they are written; those on its type arguments
   * excepted.
   */
  List<JavaAnnotation> constraints();

  /** Whether field, accessor and constructor parameter carry different annotations of that type. */
  boolean isContradictory(Class<? extends Annotation> type);

  /** Whether its value can be read from an object. */
  boolean isReadable();

  /** The name of the method that sets its value; null if the field is set. */
  @Nullable String setter();

  /** Whether its value can be set in an object. */
  boolean isWritable();
}
