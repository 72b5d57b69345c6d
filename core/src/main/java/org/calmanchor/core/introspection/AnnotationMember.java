package org.calmanchor.core.introspection;

import java.lang.annotation.Annotation;
import java.lang.reflect.Method;
import java.util.HashMap;
import java.util.Map;
import org.jspecify.annotations.Nullable;

/**
 * A member of a type of annotations (JLS 9.6.1).
 *
 * @param type the type of its values
 * @param byDefault its default value; null if it has none
 */
public record AnnotationMember(Class<?> type, @Nullable Object byDefault) {
  /** Read once for each type: reflection copies methods and decodes defaults each time. */
  private static final ClassValue<Map<String, AnnotationMember>> MEMBERS =
      new ClassValue<>() {
        @Override
        protected Map<String, AnnotationMember> computeValue(Class<?> type) {
          Map<String, AnnotationMember> members = new HashMap<>();
          for (Method method : type.getDeclaredMethods()) {
            members.put(
                method.getName(),
                new AnnotationMember(method.getReturnType(), method.getDefaultValue()));
          }
          return Map.copyOf(members);
        }
      };

  /** The members of a type by name. */
  public static Map<String, AnnotationMember> of(Class<? extends Annotation> type) {
    return MEMBERS.get(type);
  }
}
