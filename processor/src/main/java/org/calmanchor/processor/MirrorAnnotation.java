package org.calmanchor.processor;

import java.lang.annotation.Annotation;
import java.lang.reflect.Array;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import javax.lang.model.element.AnnotationMirror;
import javax.lang.model.element.AnnotationValue;
import javax.lang.model.element.ExecutableElement;
import javax.lang.model.element.TypeElement;
import javax.lang.model.element.VariableElement;
import javax.lang.model.type.TypeMirror;
import javax.lang.model.util.ElementFilter;
import org.calmanchor.annotations.Facets;
import org.calmanchor.core.introspection.AnnotationMember;
import org.calmanchor.core.introspection.AnnotationProxy;
import org.calmanchor.core.introspection.JavaAnnotation;
import org.jspecify.annotations.Nullable;
import org.objectweb.asm.Type;
import org.objectweb.asm.tree.AnnotationNode;

/**
 * An annotation as it is written.
 *
 * @param name the binary name of its type
 * @param values those that are written, by name: boxed primitives, strings, names of enum
 *     constants, types, annotations, and lists of these
 */
record MirrorAnnotation(Model model, TypeElement type, String name, Map<String, Object> values) {
  private static final String CONSTRAINTS = "jakarta.validation.constraints.";
  private static final String CONSTRAINT = "jakarta.validation.Constraint";

  /** The annotations that reflection would see at run time. */
  static List<MirrorAnnotation> of(Model model, List<? extends AnnotationMirror> written) {
    if (written.isEmpty()) {
      return List.of();
    }
    return written.stream()
        .map(each -> of(model, each))
        .filter(each -> model.isKeptAtRunTime(each.type()))
        .toList();
  }

  private static MirrorAnnotation of(Model model, AnnotationMirror written) {
    Map<String, Object> values = new LinkedHashMap<>();
    written
        .getElementValues()
        .forEach(
            (member, value) -> values.put(member.getSimpleName().toString(), read(model, value)));
    TypeElement type = (TypeElement) written.getAnnotationType().asElement();
    return new MirrorAnnotation(model, type, model.nameOf(type), values);
  }

  private static Object read(Model model, AnnotationValue value) {
    Object read = value.getValue();
    if (read instanceof List<?> list) {
      return list.stream().map(each -> read(model, (AnnotationValue) each)).toList();
    }
    if (read instanceof AnnotationMirror annotation) {
      return of(model, annotation);
    }
    return read instanceof VariableElement constant ? constant.getSimpleName().toString() : read;
  }

  /** An annotation of a class file. */
  static MirrorAnnotation of(Model model, AnnotationNode node) {
    Map<String, Object> values = new LinkedHashMap<>();
    List<Object> pairs = node.values == null ? List.of() : node.values;
    for (int i = 0; i < pairs.size(); i += 2) {
      values.put((String) pairs.get(i), read(model, pairs.get(i + 1)));
    }
    String name = Type.getType(node.desc).getClassName();
    return new MirrorAnnotation(model, model.element(name), name, values);
  }

  private static Object read(Model model, Object value) {
    if (value instanceof List<?> list) {
      return list.stream().map(each -> read(model, each)).toList();
    }
    if (value instanceof AnnotationNode annotation) {
      return of(model, annotation);
    }
    if (value instanceof Type type) {
      return model.element(type.getClassName()).asType();
    }
    return value instanceof String[] constant ? constant[1] : value;
  }

  /** The first annotation of that type, or null. */
  static <A extends Annotation> @Nullable A find(List<MirrorAnnotation> all, Class<A> type) {
    MirrorAnnotation found = find(all, type.getName());
    return found == null ? null : found.as(type);
  }

  static @Nullable MirrorAnnotation find(List<MirrorAnnotation> all, String name) {
    for (MirrorAnnotation each : all) {
      if (each.name().equals(name)) {
        return each;
      }
    }
    return null;
  }

  /** The annotation with its values; members that hold classes have their defaults. */
  <A extends Annotation> A as(Class<A> type) {
    Map<String, AnnotationMember> members = AnnotationMember.of(type);
    Map<String, Object> typed = new HashMap<>();
    values.forEach(
        (name, value) -> {
          AnnotationMember member = members.get(name);
          Object converted = member == null ? null : typed(value, member.type());
          if (converted != null) {
            typed.put(name, converted);
          }
        });
    return AnnotationProxy.of(type, typed);
  }

  /** The value as the member's type; null for classes, which a compiler does not load. */
  private static @Nullable Object typed(Object value, Class<?> type) {
    if (type.isArray()) {
      List<?> items = value instanceof List<?> list ? list : List.of(value);
      Object array = Array.newInstance(type.getComponentType(), items.size());
      for (int i = 0; i < items.size(); i++) {
        Object item = typed(items.get(i), type.getComponentType());
        if (item == null) {
          return null;
        }
        Array.set(array, i, item);
      }
      return array;
    }
    if (type.isEnum()) {
      for (Object constant : type.getEnumConstants()) {
        if (((Enum<?>) constant).name().equals(value)) {
          return constant;
        }
      }
      return null;
    }
    return value instanceof TypeMirror ? null : value;
  }

  /** What a member of an annotation lists; empty without the annotation. */
  static List<?> listed(
      List<MirrorAnnotation> all, Class<? extends Annotation> annotation, String member) {
    MirrorAnnotation found = find(all, annotation.getName());
    return found != null && found.values().get(member) instanceof List<?> items ? items : List.of();
  }

  /**
   * Facets and the constraints of jakarta.validation among annotations, each repeated one by
   * itself.
   */
  static List<JavaAnnotation> constraints(List<MirrorAnnotation> all) {
    if (all.isEmpty()) {
      return List.of();
    }
    // The compiler copies an annotation to several places of a member; it counts once.
    List<JavaAnnotation> found = new ArrayList<>();
    for (int i = 0; i < all.size(); i++) {
      MirrorAnnotation each = all.get(i);
      if (all.subList(0, i).stream().anyMatch(each::isSame)) {
        continue;
      }
      if (each.name().startsWith(CONSTRAINTS) && each.name().endsWith("$List")) {
        ((List<?>) each.values().getOrDefault("value", List.of()))
            .forEach(item -> found.add(((MirrorAnnotation) item).plain()));
      } else if (each.isConstraint()) {
        found.add(each.plain());
      }
    }
    return found;
  }

  /** Not by a hash of the record, whose code would be made at run time, when it is first used. */
  private boolean isSame(MirrorAnnotation other) {
    return name.equals(other.name) && values.equals(other.values);
  }

  private boolean isConstraint() {
    return name.equals(Facets.class.getName())
        || name.startsWith(CONSTRAINTS)
        || type.getAnnotationMirrors().stream()
            .map(meta -> (TypeElement) meta.getAnnotationType().asElement())
            .anyMatch(meta -> meta.getQualifiedName().contentEquals(CONSTRAINT));
  }

  private JavaAnnotation plain() {
    Map<String, Object> all = new LinkedHashMap<>();
    for (ExecutableElement member : ElementFilter.methodsIn(type.getEnclosedElements())) {
      String key = member.getSimpleName().toString();
      AnnotationValue byDefault = member.getDefaultValue();
      Object value = values.getOrDefault(key, byDefault == null ? "" : read(model, byDefault));
      all.put(key, value instanceof List<?> list ? new ArrayList<>(list).toArray() : value);
    }
    return new JavaAnnotation(name, all);
  }
}
