package org.calmanchor.core.read;

import java.lang.annotation.Annotation;
import java.lang.reflect.Array;
import java.lang.reflect.Constructor;
import java.lang.reflect.GenericArrayType;
import java.lang.reflect.Method;
import java.lang.reflect.Modifier;
import java.lang.reflect.ParameterizedType;
import java.lang.reflect.Type;
import java.lang.reflect.TypeVariable;
import java.lang.reflect.WildcardType;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;

/** A Java type as reflection sees it. */
final class ReflectedType implements JavaType {
  private final Type type;
  private final Class<?> raw;

  ReflectedType(Type type) {
    this.type = type;
    this.raw = rawOf(type);
  }

  private static Class<?> rawOf(Type type) {
    if (type instanceof Class<?> plain) {
      return plain;
    }
    if (type instanceof ParameterizedType parameterized) {
      return (Class<?>) parameterized.getRawType();
    }
    if (type instanceof GenericArrayType array) {
      return Array.newInstance(rawOf(array.getGenericComponentType()), 0).getClass();
    }
    return Object.class;
  }

  Class<?> raw() {
    return raw;
  }

  @Override
  public Kind kind() {
    if (type instanceof TypeVariable<?>) {
      return Kind.VARIABLE;
    }
    if (type instanceof WildcardType) {
      return Kind.WILDCARD;
    }
    if (raw == void.class || raw == Void.class) {
      return Kind.VOID;
    }
    if (raw.isPrimitive()) {
      return Kind.PRIMITIVE;
    }
    if (raw.isArray()) {
      return Kind.ARRAY;
    }
    if (raw.isEnum()) {
      return Kind.ENUM;
    }
    if (raw.isRecord()) {
      return Kind.RECORD;
    }
    return raw.isInterface() ? Kind.INTERFACE : Kind.CLASS;
  }

  @Override
  public String name() {
    return raw.getName();
  }

  @Override
  public String simpleName() {
    return raw.getSimpleName();
  }

  @Override
  public List<JavaType> arguments() {
    if (type instanceof ParameterizedType parameterized) {
      return Arrays.stream(parameterized.getActualTypeArguments())
          .<JavaType>map(ReflectedType::new)
          .toList();
    }
    if (type instanceof GenericArrayType array) {
      return List.of(new ReflectedType(array.getGenericComponentType()));
    }
    return raw.isArray() ? List.of(new ReflectedType(raw.getComponentType())) : List.of();
  }

  @Override
  public boolean isGeneric() {
    return raw.getTypeParameters().length > 0;
  }

  @Override
  public boolean isA(String name) {
    Set<Class<?>> seen = new HashSet<>();
    List<Class<?>> open = new ArrayList<>(List.of(raw));
    while (!open.isEmpty()) {
      Class<?> next = open.remove(open.size() - 1);
      if (next.getName().equals(name)) {
        return true;
      }
      if (seen.add(next)) {
        open.addAll(Arrays.asList(next.getInterfaces()));
        if (next.getSuperclass() != null) {
          open.add(next.getSuperclass());
        }
      }
    }
    return false;
  }

  @Override
  public List<JavaMember> components() {
    if (!raw.isRecord()) {
      return List.of();
    }
    return Arrays.stream(raw.getRecordComponents())
        .<JavaMember>map(c -> ReflectedMember.of(raw, c))
        .toList();
  }

  @Override
  public List<JavaConstant> constants() {
    if (!raw.isEnum()) {
      return List.of();
    }
    return Arrays.stream(raw.getDeclaredFields())
        .filter(field -> field.isEnumConstant())
        .<JavaConstant>map(ReflectedConstant::new)
        .toList();
  }

  @Override
  public List<JavaMethod> methods() {
    Set<String> overridden = new HashSet<>();
    List<JavaMethod> found = new ArrayList<>();
    for (Class<?> at = raw; at != null && at != Object.class; at = at.getSuperclass()) {
      Method[] declared = at.getDeclaredMethods();
      // Reflection promises no order, problems and documents need one.
      Arrays.sort(
          declared, Comparator.comparing(Method::getName).thenComparing(m -> m.toGenericString()));
      for (Method method : declared) {
        String erasure = method.getName() + Arrays.toString(method.getParameterTypes());
        boolean isPrivate = Modifier.isPrivate(method.getModifiers());
        if (!method.isSynthetic() && (isPrivate || overridden.add(erasure))) {
          found.add(
              new ReflectedMethod(raw, method, method.getName(), method.getGenericReturnType()));
        }
      }
    }
    return found;
  }

  @Override
  public List<JavaMethod> constructors() {
    return Arrays.stream(raw.getConstructors())
        .sorted(Comparator.comparing(Constructor::toGenericString))
        .<JavaMethod>map(c -> new ReflectedMethod(raw, c, raw.getSimpleName(), void.class))
        .toList();
  }

  @Override
  public @Nullable String missingOpens() {
    Module owner = raw.getModule();
    Module ours = ReflectedType.class.getModule();
    if (raw.isArray() || raw.isPrimitive() || owner.isOpen(raw.getPackageName(), ours)) {
      return null;
    }
    String to = ours.isNamed() ? " to " + ours.getName() : "";
    return "opens " + raw.getPackageName() + to + ";";
  }

  @Override
  public String signature() {
    if (type instanceof Class<?> plain) {
      return plain.getSimpleName();
    }
    if (type instanceof ParameterizedType) {
      return arguments().stream()
          .map(JavaElement::signature)
          .collect(Collectors.joining(", ", simpleName() + "<", ">"));
    }
    return type instanceof GenericArrayType
        ? arguments().get(0).signature() + "[]"
        : type.getTypeName();
  }

  @Override
  public <A extends Annotation> @Nullable A annotation(Class<A> annotation) {
    return raw.getDeclaredAnnotation(annotation);
  }

  @Override
  public boolean equals(Object other) {
    return other instanceof ReflectedType that && type.equals(that.type);
  }

  @Override
  public int hashCode() {
    return type.hashCode();
  }

  @Override
  public String toString() {
    return type.getTypeName();
  }
}
