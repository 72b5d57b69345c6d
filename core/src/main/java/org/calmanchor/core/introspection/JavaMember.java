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
   * Its constraints of jakarta.validation, wherever they stand; those of its arguments excepted.
   */
  List<JavaAnnotation> constraints();

  /** Whether the places where its annotations may stand hold different ones of that type. */
  boolean isContradictory(Class<? extends Annotation> type);

  /** Whether a value can be got from an object that has it. */
  boolean isReadable();

  /** The name of the method that puts a value into an object that has it; null for its field. */
  @Nullable String setter();

  /** Whether a value can be put into an object that has it. */
  boolean isWritable();
}
