package org.calmanchor.core.read;

import java.lang.annotation.Annotation;
import java.lang.reflect.AnnotatedElement;
import java.lang.reflect.Parameter;
import java.util.HashMap;
import java.util.Map;
import org.jspecify.annotations.Nullable;

/**
 * Annotations and names given from outside, for classes that cannot be edited. What is noted on an
 * element counts as if it stood there.
 */
final class Notes {
  /** Nothing is noted. */
  static final Notes NONE = new Notes();

  private final Map<AnnotatedElement, Map<Class<?>, Annotation>> annotations = new HashMap<>();
  private final Map<Parameter, String> names = new HashMap<>();

  <A extends Annotation> void add(AnnotatedElement element, A annotation) {
    annotations
        .computeIfAbsent(element, e -> new HashMap<>())
        .put(annotation.annotationType(), annotation);
  }

  void name(Parameter parameter, String name) {
    names.put(parameter, name);
  }

  /** The annotation of that type, noted or written. */
  <A extends Annotation> @Nullable A on(AnnotatedElement element, Class<A> type) {
    Map<Class<?>, Annotation> noted = annotations.get(element);
    Annotation found = noted == null ? null : noted.get(type);
    return found == null ? element.getDeclaredAnnotation(type) : type.cast(found);
  }

  /** The name of a parameter, noted or in the class file; null for none. */
  @Nullable String nameOf(Parameter parameter) {
    String noted = names.get(parameter);
    return noted == null && parameter.isNamePresent() ? parameter.getName() : noted;
  }
}
