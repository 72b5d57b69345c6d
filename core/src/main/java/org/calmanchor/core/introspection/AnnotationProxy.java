package org.calmanchor.core.introspection;

import java.lang.annotation.Annotation;
import java.lang.reflect.InvocationHandler;
import java.lang.reflect.Method;
import java.lang.reflect.Proxy;
import java.util.Map;
import java.util.Objects;
import org.jspecify.annotations.Nullable;

/** An annotation that no source contains: given values, and defaults for the other members. */
final class AnnotationProxy implements InvocationHandler {
  private final Class<? extends Annotation> type;
  private final Map<String, Object> values;

  private AnnotationProxy(Class<? extends Annotation> type, Map<String, Object> values) {
    this.type = type;
    this.values = Map.copyOf(values);
  }

  /** Creates an annotation of {@code type} with these values. */
  static <A extends Annotation> A of(Class<A> type, Map<String, Object> values) {
    Object proxy =
        Proxy.newProxyInstance(
            type.getClassLoader(), new Class<?>[] {type}, new AnnotationProxy(type, values));
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
