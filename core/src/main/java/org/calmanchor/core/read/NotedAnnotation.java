package org.calmanchor.core.read;

import java.lang.annotation.Annotation;
import java.lang.reflect.InvocationHandler;
import java.lang.reflect.Method;
import java.lang.reflect.Proxy;
import java.util.Map;
import java.util.Objects;
import org.jspecify.annotations.Nullable;

/** An annotation that was not written: given values, and defaults for the rest. */
final class NotedAnnotation implements InvocationHandler {
  private final Class<? extends Annotation> type;
  private final Map<String, Object> values;

  private NotedAnnotation(Class<? extends Annotation> type, Map<String, Object> values) {
    this.type = type;
    this.values = Map.copyOf(values);
  }

  /** An annotation of {@code type} with these values. */
  static <A extends Annotation> A of(Class<A> type, Map<String, Object> values) {
    Object proxy =
        Proxy.newProxyInstance(
            type.getClassLoader(), new Class<?>[] {type}, new NotedAnnotation(type, values));
    return type.cast(proxy);
  }

  @Override
  public Object invoke(Object proxy, Method method, @Nullable Object @Nullable [] arguments) {
    return switch (method.getName()) {
      case "annotationType" -> type;
      case "toString" -> "@" + type.getSimpleName() + values;
      case "hashCode" -> Objects.hash(type, values);
      case "equals" -> arguments != null && proxy == arguments[0];
      default -> values.getOrDefault(method.getName(), method.getDefaultValue());
    };
  }
}
