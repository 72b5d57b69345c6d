package org.calmanchor.core.random;

import java.lang.reflect.AnnotatedArrayType;
import java.lang.reflect.AnnotatedElement;
import java.lang.reflect.AnnotatedParameterizedType;
import java.lang.reflect.AnnotatedType;
import java.lang.reflect.Array;
import java.lang.reflect.Field;
import java.lang.reflect.ParameterizedType;
import java.lang.reflect.RecordComponent;
import java.lang.reflect.Type;
import java.lang.reflect.TypeVariable;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.Set;
import net.jqwik.api.RandomGenerator;
import org.calmanchor.annotations.Element;
import org.calmanchor.annotations.SimpleContent;
import org.calmanchor.core.Values;
import org.calmanchor.core.lexical.TypeMapping;
import org.calmanchor.core.lexical.TypeMappings;

/** Makes random values of the types that {@link RandomSource} writes. */
final class RandomValue {
  private static final int MOST_DEPTH = 6;

  private final Random random;
  private final Map<TypeMapping<?>, RandomGenerator<?>> generators = new HashMap<>();

  RandomValue(Random random) {
    this.random = random;
  }

  Object of(Class<?> type) throws Exception {
    return structure(type, type, 0);
  }

  private Object structure(Class<?> raw, Type full, int depth) throws Exception {
    if (raw.isSealed()) {
      // The second one ends soon enough, the first one may hold anything.
      Class<?>[] permitted = raw.getPermittedSubclasses();
      return of(permitted[random.nextInt(permitted.length)], depth);
    }
    if (!raw.isRecord()) {
      return filled(raw, depth);
    }
    RecordComponent[] components = raw.getRecordComponents();
    Object[] values = new Object[components.length];
    Class<?>[] types = new Class<?>[components.length];
    for (int i = 0; i < values.length; i++) {
      types[i] = components[i].getType();
      AnnotatedElement field = raw.getDeclaredField(components[i].getName());
      values[i] = member(components[i].getAnnotatedType(), field, full, depth);
    }
    var constructor = raw.getDeclaredConstructor(types);
    constructor.setAccessible(true);
    return constructor.newInstance(values);
  }

  private Object of(Class<?> raw, int depth) throws Exception {
    return structure(raw, raw, depth + 1);
  }

  private Object filled(Class<?> raw, int depth) throws Exception {
    boolean isDerived = raw.getSimpleName().equals("Hull") && random.nextBoolean();
    Class<?> actual = isDerived ? raw.getClassLoader().loadClass("Fleet$Keel") : raw;
    Object made = actual.getDeclaredConstructor().newInstance();
    for (Class<?> at = actual; at != Object.class; at = at.getSuperclass()) {
      for (Field field : at.getDeclaredFields()) {
        field.setAccessible(true);
        field.set(made, member(field.getAnnotatedType(), field, at, depth));
      }
    }
    return made;
  }

  private Object member(AnnotatedType type, AnnotatedElement place, Type owner, int depth)
      throws Exception {
    Element element = place.getAnnotation(Element.class);
    if (element != null && element.nillable() && random.nextInt(3) == 0) {
      return null;
    }
    if (type.getType() instanceof TypeVariable<?>) {
      Type argument = ((ParameterizedType) owner).getActualTypeArguments()[0];
      return of((Class<?>) argument, depth);
    }
    if (type instanceof AnnotatedArrayType array && type.getType() != byte[].class) {
      return array(array, depth);
    }
    if (type instanceof AnnotatedParameterizedType parameterized) {
      return held(parameterized, place, owner, depth);
    }
    return one((Class<?>) type.getType(), place, depth);
  }

  private Object array(AnnotatedArrayType type, int depth) throws Exception {
    Class<?> item = (Class<?>) type.getAnnotatedGenericComponentType().getType();
    Object array = Array.newInstance(item, depth > MOST_DEPTH ? 0 : random.nextInt(3));
    for (int i = 0; i < Array.getLength(array); i++) {
      Array.set(array, i, item == int.class ? random.nextInt() : one(item, Object.class, depth));
    }
    return array;
  }

  private Object held(
      AnnotatedParameterizedType type, AnnotatedElement place, Type owner, int depth)
      throws Exception {
    ParameterizedType full = (ParameterizedType) type.getType();
    Class<?> raw = (Class<?>) full.getRawType();
    AnnotatedType[] arguments = type.getAnnotatedActualTypeArguments();
    int count = depth > MOST_DEPTH ? 0 : random.nextInt(3);
    if (raw == Optional.class) {
      return count == 0
          ? Optional.empty()
          : Optional.of(member(arguments[0], place, owner, depth + 1));
    }
    if (raw == Map.class) {
      Map<Object, Object> map = new LinkedHashMap<>();
      for (int i = 0; i < count; i++) {
        map.put(
            member(arguments[0], Object.class, owner, depth + 1),
            member(arguments[1], Object.class, owner, depth + 1));
      }
      // The JDK's own empty ones are objects of their own kind.
      return count == 0 && random.nextBoolean() ? Map.of() : map;
    }
    if (raw != List.class && raw != Set.class) {
      return structure(raw, full, depth + 1);
    }
    boolean isSized = place.getAnnotations().length > 0 && place.toString().contains("List");
    boolean mustHold =
        isSized && place.isAnnotationPresent(jakarta.validation.constraints.Size.class);
    List<Object> items = new ArrayList<>();
    for (int i = 0; i < (mustHold ? Math.max(1, count) : count); i++) {
      Object item =
          mustHold ? (Object) random.nextInt(100) : member(arguments[0], place, owner, depth + 1);
      items.add(item);
    }
    if (items.isEmpty() && random.nextBoolean()) {
      return raw == Set.class ? Set.of() : List.of();
    }
    return raw == Set.class ? new HashSet<>(items) : items;
  }

  private Object one(Class<?> type, AnnotatedElement place, int depth) throws Exception {
    if (place.isAnnotationPresent(jakarta.validation.constraints.Min.class)
        || place.isAnnotationPresent(jakarta.validation.constraints.Max.class)) {
      return random.nextInt(11) - 5;
    }
    if (place.isAnnotationPresent(SimpleContent.class)
        && place.isAnnotationPresent(jakarta.validation.constraints.Size.class)) {
      return "mark".substring(random.nextInt(4));
    }
    if (type.isEnum()) {
      return type.getEnumConstants()[random.nextInt(2)];
    }
    Element element = place.getAnnotation(Element.class);
    String asked = element == null ? "" : element.type();
    for (TypeMapping<?> row : TypeMappings.allForJava(type.getName())) {
      if (asked.isEmpty() || row.base().getLocalPart().equals(asked)) {
        return generators
            .computeIfAbsent(row, each -> Values.of(each).generator(1000))
            .next(random)
            .value();
      }
    }
    return structure(type, type, depth + 1);
  }
}
