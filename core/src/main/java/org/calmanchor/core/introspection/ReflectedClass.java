package org.calmanchor.core.introspection;

import java.lang.reflect.AnnotatedType;
import java.lang.reflect.Field;
import java.lang.reflect.Method;
import java.lang.reflect.Modifier;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import org.calmanchor.annotations.ComplexType;
import org.jspecify.annotations.Nullable;

/** The methods and properties of a class, including inherited ones. */
final class ReflectedClass {
  private ReflectedClass() {}

  /** What finders have to know, by reflection. */
  private static final class Declared
      implements MethodFinder.Declared<ReflectedType, Method>,
          PropertyFinder.Declared<Field, Method> {
    @Override
    public List<Method> declaredMethods(ReflectedType type) {
      return Arrays.stream(type.raw().getDeclaredMethods())
          .filter(method -> !method.isSynthetic())
          .sorted(MethodOrder.of(type.raw()))
          .toList();
    }

    @Override
    public boolean isInherited(Method method) {
      return (method.getModifiers() & (Modifier.PRIVATE | Modifier.STATIC)) == 0;
    }

    @Override
    public String key(Method method, ReflectedType declaring) {
      return overrideKey(method, declaring);
    }

    @Override
    public @Nullable ReflectedType superclass(ReflectedType type) {
      return (ReflectedType) type.superclass();
    }

    @Override
    public List<ReflectedType> interfaces(ReflectedType type) {
      return type.interfaces().stream().map(ReflectedType.class::cast).toList();
    }

    @Override
    public JavaMethod view(
        ReflectedType owner, ReflectedType declaring, Method method, List<JavaMethod> overridden) {
      return new ReflectedMethod(owner.raw(), declaring, method, overridden);
    }

    @Override
    public String field(Field field) {
      return field.getName();
    }

    @Override
    public String method(Method method) {
      return method.getName();
    }

    @Override
    public int parameters(Method method) {
      return method.getParameterCount();
    }

    @Override
    public boolean hasResult(Method method) {
      return method.getReturnType() != void.class;
    }

    @Override
    public boolean hasTypeOf(Method method, Field field) {
      return method.getReturnType() == field.getType();
    }
  }

  static List<JavaMethod> methods(ReflectedType type) {
    return new MethodFinder<>(new Declared()).methods(type);
  }

  /**
   * A key that is equal for two methods if one overrides the other; type variables are resolved.
   */
  private static String overrideKey(Method method, ReflectedType at) {
    AnnotatedType[] uses = method.getAnnotatedParameterTypes();
    Class<?>[] erased = method.getParameterTypes();
    return IntStream.range(0, uses.length)
        .mapToObj(i -> erasure(at.within(uses[i]), erased[i]))
        .collect(Collectors.joining(", ", method.getName() + "(", ")"));
  }

  /** The erasure of a type (JLS 4.6). */
  private static String erasure(ReflectedType type, Class<?> declared) {
    return switch (type.kind()) {
      case VARIABLE -> declared.getName();
      case ARRAY ->
          erasure((ReflectedType) type.arguments().get(0), declared.getComponentType()) + "[]";
      default -> type.raw().getName();
    };
  }

  static List<JavaMember> properties(ReflectedType type) {
    PropertyFinder<Field, Method> finder = new PropertyFinder<>(new Declared());
    Class<?> at = type.raw();
    while (at != null && at != Object.class) {
      finder.addFields(
          Arrays.stream(at.getDeclaredFields())
              .filter(field -> (field.getModifiers() & (Modifier.STATIC | Modifier.TRANSIENT)) == 0)
              .filter(field -> !field.isSynthetic())
              .toList());
      finder.addMethods(
          Arrays.stream(at.getDeclaredMethods())
              .filter(method -> !method.isSynthetic() && !Modifier.isStatic(method.getModifiers()))
              .sorted(Comparator.comparing(Method::toString))
              .toList());
      Class<?> above = at.getSuperclass();
      boolean isData = above != null && type.added().on(above, ComplexType.class) != null;
      at = isData ? null : above;
    }
    return finder.all().stream()
        .<JavaMember>map(property -> ReflectedMember.of(type, property))
        .toList();
  }

  static @Nullable String missingOpens(ReflectedType type) {
    Class<?> raw = type.raw();
    Module owner = raw.getModule();
    Module ours = ReflectedClass.class.getModule();
    String room = raw.getPackageName();
    // Private fields of a data class may have to be accessed, which needs "opens", not "exports".
    boolean isFilled =
        type.kind() == JavaType.Kind.CLASS && type.annotation(ComplexType.class) != null;
    boolean isReachable = isPublic(raw) && owner.isExported(room, ours) && !isFilled;
    if (raw.isArray() || raw.isPrimitive() || isReachable || owner.isOpen(room, ours)) {
      return null;
    }
    return "opens " + room + (ours.isNamed() ? " to " + ours.getName() : "") + ";";
  }

  private static boolean isPublic(Class<?> type) {
    Class<?> outer = type.getEnclosingClass();
    return Modifier.isPublic(type.getModifiers()) && (outer == null || isPublic(outer));
  }
}
