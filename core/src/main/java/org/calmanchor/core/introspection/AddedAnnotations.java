package org.calmanchor.core.introspection;

import java.io.IOException;
import java.io.InputStream;
import java.lang.annotation.Annotation;
import java.lang.reflect.AnnotatedElement;
import java.lang.reflect.Executable;
import java.lang.reflect.Method;
import java.lang.reflect.Parameter;
import java.util.Arrays;
import java.util.HashMap;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
import org.calmanchor.core.logging.Loggable;
import org.jspecify.annotations.Nullable;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/**
 * Annotations and parameter names for classes that cannot be edited. They count as if they stood in
 * the source. What the annotation processor noted about the source of a class is found here, too.
 * Not safe for several threads while annotations are added.
 */
public final class AddedAnnotations {
  private static final Logger LOG = LoggerFactory.getLogger(AddedAnnotations.class);

  private final Map<AnnotatedElement, Map<Class<?>, Annotation>> annotations = new HashMap<>();
  private final Map<Parameter, String> names = new HashMap<>();

  /** What the sources say, by class: read once for each set, and let go with it. */
  private final Map<Class<?>, SourceIndex> indexes = new ConcurrentHashMap<>();

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

  /** The name of a parameter, added or from class file or index; null if it is unknown. */
  @Nullable String nameOf(Parameter parameter, int position) {
    String added = names.get(parameter);
    if (added != null || parameter.isNamePresent()) {
      return added != null ? added : parameter.getName();
    }
    Executable method = parameter.getDeclaringExecutable();
    return indexOf(method.getDeclaringClass()).parameterName(keyOf(method), position);
  }

  /** The key of a method or constructor in the index of its class. */
  static String keyOf(Executable method) {
    return SourceIndex.methodKey(
        method instanceof Method ? method.getName() : "<init>",
        Arrays.stream(method.getParameterTypes()).map(Class::getName).toList());
  }

  /** What the source of {@code type} says; an index without entries if there is none. */
  SourceIndex indexOf(Class<?> type) {
    return indexes.computeIfAbsent(type, AddedAnnotations::readIndex);
  }

  private static SourceIndex readIndex(Class<?> type) {
    if (type.getClassLoader() == null || type.isArray()) {
      return SourceIndex.EMPTY;
    }
    try (InputStream file = type.getResourceAsStream("/" + SourceIndex.fileOf(type.getName()))) {
      return file == null ? SourceIndex.EMPTY : SourceIndex.read(file);
    } catch (IOException unreadable) {
      LOG.warn(
          "The index of {} cannot be read",
          Loggable.text(type.getName()),
          Loggable.failure(unreadable));
      return SourceIndex.EMPTY;
    }
  }
}
