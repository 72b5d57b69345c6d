package org.calmanchor.core.introspection;

import java.lang.annotation.Annotation;
import java.lang.reflect.InvocationHandler;
import java.lang.reflect.Method;
import java.lang.reflect.Proxy;
import java.util.Map;
import java.util.Objects;
import org.jspecify.annotations.Nullable;

/** An annotation that no source contains: given values, and defaults for the other members. */
public final class AnnotationProxy implements InvocationHandler {
  private final Class<? extends Annotation> type;
  private final Map<String, Object> values;

  private AnnotationProxy(Class<? extends Annotation> type, Map<String, Object> values) {
    this.type = type;
    this.values = Map.copyOf(values);
  }

  /** Creates an annotation of {@code type} with these values, by name. */
  public static <A extends Annotation> A of(Class<A> type, Map<String, Object> values) {
    Object proxy =
        Proxy.newProxyInstance(
            type.getClassLoader(), new Class<?>[] {type}, new AnnotationProxy(type, values));
    return type.cast(proxy);
  }

  @Override
  public @Nullable Object invoke(
      Object proxy, Method method, @Nullable Object @Nullable [] arguments) {
    return switch (method.getName()) {
      case "annotationType" -> type;
      case "toString" -> "@" + type.getSimpleName() + values;
      case "hashCode" -> type.hashCode();
      case "equals" -> arguments != null && isEqual(arguments[0]);
      default -> value(method.getName());
    };
  }

  private @Nullable Object value(String member) {
    Object value = values.get(member);
    AnnotationMember declared = AnnotationMember.of(type).get(member);
    return value == null && declared != null ? declared.byDefault() : value;
  }

  /** Whether the other annotation is one of ours with equal values. */
  private boolean isEqual(@Nullable Object other) {
    return other != null
        && Proxy.isProxyClass(other.getClass())
        && Proxy.getInvocationHandler(other) instanceof AnnotationProxy that
        && type == that.type
        && AnnotationMember.of(type).keySet().stream()
            .allMatch(member -> Objects.deepEquals(value(member), that.value(member)));
  }
}
