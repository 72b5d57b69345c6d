package org.calmanchor.core.introspection;

import java.lang.annotation.Annotation;
import java.lang.reflect.AnnotatedElement;
import java.lang.reflect.Parameter;
import java.util.HashMap;
import java.util.Map;
import org.jspecify.annotations.Nullable;

/**
 * Annotations and parameter names for classes that cannot be edited. They count as if they stood in
 * the source. Not safe for several threads while annotations are added.
 */
public final class AddedAnnotations {
  /** No annotations. */
  static final AddedAnnotations NONE = new AddedAnnotations();

  private final Map<AnnotatedElement, Map<Class<?>, Annotation>> annotations = new HashMap<>();
  private final Map<Parameter, String> names = new HashMap<>();

  /** Creates an empty set of added annotations. */
  public AddedAnnotations() {}

  /**
   * Adds an annotation to {@code element}; it replaces one of the same type.
   *
   * @param values the members that do not have their default value, by name
   */
  public void add(
      AnnotatedElement element, Class<? extends Annotation> type, Map<String, Object> values) {
    annotations
        .computeIfAbsent(element, e -> new HashMap<>())
        .put(type, AnnotationProxy.of(type, values));
  }

  /** Sets the name of {@code parameter}. */
  public void name(Parameter parameter, String name) {
    names.put(parameter, name);
  }

  /** The annotation of that type, added or written in the source. */
  <A extends Annotation> @Nullable A on(AnnotatedElement element, Class<A> type) {
    Map<Class<?>, Annotation> added = annotations.get(element);
    Annotation found = added == null ? null : added.get(type);
    return found == null ? element.getDeclaredAnnotation(type) : type.cast(found);
  }

  /** The name of a parameter, added or from the class file; null if it is unknown. */
  @Nullable String nameOf(Parameter parameter) {
    String added = names.get(parameter);
    return added == null && parameter.isNamePresent() ? parameter.getName() : added;
  }
}
