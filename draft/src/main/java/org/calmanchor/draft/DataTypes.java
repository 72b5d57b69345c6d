package org.calmanchor.draft;

import java.lang.reflect.GenericArrayType;
import java.lang.reflect.Method;
import java.lang.reflect.ParameterizedType;
import java.lang.reflect.Type;
import java.util.ArrayDeque;
import java.util.Comparator;
import java.util.Deque;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;
import org.calmanchor.core.introspection.JavaMember;
import org.calmanchor.core.introspection.JavaType;
import org.calmanchor.core.introspection.Reflection;

/** Finds the data types that methods take and give. */
final class DataTypes {
  private final Set<Class<?>> found = new LinkedHashSet<>();
  private final Deque<JavaType> open = new ArrayDeque<>();

  private DataTypes() {}

  /** The records and classes that are not of the JDK, with those that they hold, by name. */
  static List<Class<?>> of(List<Method> methods) {
    DataTypes types = new DataTypes();
    for (Method method : methods) {
      types.add(method.getGenericReturnType());
      for (Type parameter : method.getGenericParameterTypes()) {
        types.add(parameter);
      }
    }
    while (!types.open.isEmpty()) {
      JavaType type = types.open.remove();
      List<JavaMember> members =
          type.kind() == JavaType.Kind.RECORD ? type.components() : type.properties();
      members.forEach(member -> types.add(member.type()));
    }
    return types.found.stream()
        .<Class<?>>map(each -> each)
        .sorted(Comparator.comparing(Class::getName))
        .toList();
  }

  private void add(Type type) {
    if (type instanceof ParameterizedType generic) {
      add(generic.getRawType());
      for (Type argument : generic.getActualTypeArguments()) {
        add(argument);
      }
    } else if (type instanceof GenericArrayType array) {
      add(array.getGenericComponentType());
    } else if (type instanceof Class<?> plain) {
      add(Reflection.typeOf(plain));
    }
  }

  private void add(JavaType type) {
    type.arguments().forEach(this::add);
    boolean isData =
        switch (type.kind()) {
          case RECORD, CLASS ->
              !type.name().startsWith("java.") && !type.name().startsWith("javax.");
          default -> false;
        };
    if (isData && found.add(Reflection.classOf(type))) {
      open.add(type);
    }
  }
}
