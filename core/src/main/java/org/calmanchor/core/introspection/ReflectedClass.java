package org.calmanchor.core.introspection;

import java.lang.reflect.AnnotatedType;
import java.lang.reflect.Field;
import java.lang.reflect.Method;
import java.lang.reflect.Modifier;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import org.calmanchor.annotations.ComplexType;
import org.calmanchor.core.introspection.ReflectedMember.Access;
import org.jspecify.annotations.Nullable;

/** The methods and properties of a class, including inherited ones. */
final class ReflectedClass {
  private ReflectedClass() {}

  /** A method, and the methods of ancestors that it overrides. */
  private record Found(ReflectedType declaring, Method method, List<JavaMethod> overridden) {}

  static List<JavaMethod> methods(ReflectedType type) {
    Map<String, Found> found = new LinkedHashMap<>();
    collect(type, type, found, new HashSet<>());
    return found.values().stream()
        .<JavaMethod>map(
            each ->
                new ReflectedMethod(
                    type.raw(), each.declaring(), each.method(), List.copyOf(each.overridden())))
        .toList();
  }

  private static void collect(
      ReflectedType owner, ReflectedType at, Map<String, Found> found, Set<Class<?>> seen) {
    if (at.raw() == Object.class || !seen.add(at.raw())) {
      return;
    }
    Arrays.stream(at.raw().getDeclaredMethods())
        .filter(method -> !method.isSynthetic())
        .sorted(MethodOrder.of(at.raw()))
        .forEach(method -> add(method, owner, at, found));
    if (at.superclass() instanceof ReflectedType above) {
      collect(owner, above, found, seen);
    }
    at.interfaces().forEach(each -> collect(owner, (ReflectedType) each, found, seen));
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

  private static void add(
      Method method, ReflectedType owner, ReflectedType at, Map<String, Found> found) {
    int modifiers = method.getModifiers();
    boolean isInherited = !Modifier.isPrivate(modifiers) && !Modifier.isStatic(modifiers);
    String key = overrideKey(method, at);
    Found below = isInherited ? found.get(key) : null;
    if (below != null) {
      below.overridden().add(new ReflectedMethod(at.raw(), at, method, List.of()));
    } else if (isInherited || at.equals(owner)) {
      found.put(isInherited ? key : key + "!", new Found(at, method, new ArrayList<>()));
    }
  }

  static List<JavaMember> properties(ReflectedType type) {
    Map<String, Field> fields = new LinkedHashMap<>();
    Map<String, Method> methods = new LinkedHashMap<>();
    Class<?> at = type.raw();
    while (at != null && at != Object.class) {
      Arrays.stream(at.getDeclaredFields())
          .filter(field -> (field.getModifiers() & (Modifier.STATIC | Modifier.TRANSIENT)) == 0)
          .filter(field -> !field.isSynthetic())
          .forEach(field -> fields.putIfAbsent(field.getName(), field));
      Arrays.stream(at.getDeclaredMethods())
          .filter(method -> !method.isSynthetic() && !Modifier.isStatic(method.getModifiers()))
          .sorted(Comparator.comparing(Method::toString))
          .forEach(method -> methods.putIfAbsent(key(method), method));
      Class<?> above = at.getSuperclass();
      boolean isData = above != null && type.added().on(above, ComplexType.class) != null;
      at = isData ? null : above;
    }
    List<String> computed =
        methods.keySet().stream()
            .filter(key -> key.matches("(get|is)\\p{Upper}.*/0"))
            .map(key -> decapitalised(key.replaceAll("^(get|is)|/0$", "")))
            .filter(name -> !fields.containsKey(name))
            .distinct()
            .toList();
    // The field of the property "URL" (getURL) may be named "url" or "uRL"; it is not a second
    // property.
    Stream<String> plain =
        fields.keySet().stream()
            .filter(field -> computed.stream().noneMatch(name -> isAcronymOf(field, name)));
    return Stream.concat(plain, computed.stream())
        .<JavaMember>map(name -> ReflectedMember.of(type, name, access(name, fields, methods)))
        .toList();
  }

  private static boolean isAcronymOf(String field, String property) {
    return property.equalsIgnoreCase(field) && decapitalised(property).equals(property);
  }

  private static Access access(
      String name, Map<String, Field> fields, Map<String, Method> methods) {
    String capital = Character.toUpperCase(name.charAt(0)) + name.substring(1);
    Field field = field(name, fields);
    Method plain = methods.get(name + "/0");
    Method getter =
        first(
            methods.get("get" + capital + "/0"),
            methods.get("is" + capital + "/0"),
            plain != null && field != null && plain.getReturnType() == field.getType()
                ? plain
                : null);
    return new Access(getter, methods.get("set" + capital + "/1"), field);
  }

  private static @Nullable Field field(String name, Map<String, Field> fields) {
    Field own = fields.get(name);
    return own != null
        ? own
        : fields.entrySet().stream()
            .filter(entry -> isAcronymOf(entry.getKey(), name))
            .map(Map.Entry::getValue)
            .findFirst()
            .orElse(null);
  }

  private static @Nullable Method first(@Nullable Method... methods) {
    for (Method method : methods) {
      if (method != null && method.getReturnType() != void.class) {
        return method;
      }
    }
    return null;
  }

  private static String key(Method method) {
    return method.getName() + "/" + method.getParameterCount();
  }

  /** Decapitalizes a name as JavaBeans does (specification, section 8.8): "URL" does not change. */
  private static String decapitalised(String name) {
    boolean isAcronym =
        name.length() > 1
            && Character.isUpperCase(name.charAt(0))
            && Character.isUpperCase(name.charAt(1));
    return isAcronym ? name : Character.toLowerCase(name.charAt(0)) + name.substring(1);
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
