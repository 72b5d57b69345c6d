package org.calmanchor.core.introspection;

import java.lang.annotation.Annotation;
import java.lang.reflect.AnnotatedElement;
import java.lang.reflect.Method;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.calmanchor.annotations.Facets;

/** Annotations as reflection sees them. */
final class ReflectedAnnotations {
  private static final String CONSTRAINTS = "jakarta.validation.constraints.";
  private static final String CONSTRAINT = "jakarta.validation.Constraint";

  private ReflectedAnnotations() {}

  /** The classes that a member of an annotation names; empty without the annotation. */
  static List<JavaType> classes(
      ReflectedType owner,
      AnnotatedElement place,
      Class<? extends Annotation> type,
      String member) {
    Annotation annotation = owner.added().on(place, type);
    if (annotation == null) {
      return List.of();
    }
    return Arrays.stream((Class<?>[]) value(annotation, member))
        .<JavaType>map(each -> ReflectedType.of(each, owner.added()))
        .toList();
  }

  private static Object value(Annotation annotation, String member) {
    try {
      Method method = annotation.annotationType().getDeclaredMethod(member);
      method.setAccessible(true);
      return method.invoke(annotation);
    } catch (ReflectiveOperationException impossible) {
      throw new IllegalStateException(annotation + " has no readable " + member, impossible);
    }
  }

  /** Facets and the constraints of jakarta.validation in a place, repeated ones each by itself. */
  static List<JavaAnnotation> constraints(AnnotatedElement place) {
    return constraints(List.of(place));
  }

  /**
   * The same for several locations; an annotation that the compiler copied to several of them
   * counts once.
   */
  static List<JavaAnnotation> constraints(List<AnnotatedElement> places) {
    List<JavaAnnotation> found = new ArrayList<>();
    Set<Annotation> all = new LinkedHashSet<>();
    places.forEach(place -> all.addAll(Arrays.asList(place.getAnnotations())));
    for (Annotation annotation : all) {
      String type = annotation.annotationType().getName();
      if (type.startsWith(CONSTRAINTS) && type.endsWith("$List")) {
        for (Annotation each : (Annotation[]) value(annotation, "value")) {
          found.add(plain(each));
        }
      } else if (isConstraint(annotation)) {
        found.add(plain(annotation));
      }
    }
    return found;
  }

  private static boolean isConstraint(Annotation annotation) {
    return annotation instanceof Facets
        || annotation.annotationType().getName().startsWith(CONSTRAINTS)
        || Arrays.stream(annotation.annotationType().getAnnotations())
            .anyMatch(meta -> meta.annotationType().getName().equals(CONSTRAINT));
  }

  private static JavaAnnotation plain(Annotation annotation) {
    Map<String, Object> values = new LinkedHashMap<>();
    for (Method member : annotation.annotationType().getDeclaredMethods()) {
      values.put(member.getName(), value(annotation, member.getName()));
    }
    return new JavaAnnotation(annotation.annotationType().getName(), values);
  }
}
