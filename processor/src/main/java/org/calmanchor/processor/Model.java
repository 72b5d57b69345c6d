package org.calmanchor.processor;

import java.lang.annotation.Annotation;
import java.lang.annotation.Retention;
import java.lang.annotation.RetentionPolicy;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.stream.Collectors;
import javax.lang.model.element.AnnotationMirror;
import javax.lang.model.element.Element;
import javax.lang.model.element.ExecutableElement;
import javax.lang.model.element.ModuleElement;
import javax.lang.model.element.TypeElement;
import javax.lang.model.element.VariableElement;
import javax.lang.model.type.ArrayType;
import javax.lang.model.type.TypeMirror;
import javax.lang.model.util.ElementFilter;
import javax.lang.model.util.Elements;
import javax.lang.model.util.Types;
import org.calmanchor.core.introspection.SourceIndex;
import org.jspecify.annotations.Nullable;

/** The compiler's model of Java, asked with the names that reflection gives. */
final class Model {
  private final Elements elements;
  private final Types types;
  private final Map<Element, String> names = new HashMap<>();
  private final Map<Element, String> indexKeys = new HashMap<>();
  private final Map<Element, Boolean> keptAtRunTime = new HashMap<>();
  private final TypeElement object;
  private @Nullable Set<String> methodsOfObject;

  Model(Elements elements, Types types) {
    this.elements = elements;
    this.types = types;
    this.object = elements.getTypeElement("java.lang.Object");
  }

  /** {@code java.lang.Object}. */
  TypeElement object() {
    return object;
  }

  Elements elements() {
    return elements;
  }

  Types types() {
    return types;
  }

  /** The type of that name, which exists. */
  TypeElement element(String name) {
    TypeElement found = elements.getTypeElement(name);
    if (found == null) {
      found = elements.getTypeElement(name.replace('$', '.'));
    }
    if (found == null) {
      throw new IllegalStateException("the compiler does not know " + name);
    }
    return found;
  }

  /** The type that declares a member. */
  static TypeElement declaring(Element member) {
    return (TypeElement) Objects.requireNonNull(member.getEnclosingElement());
  }

  /** The binary name of a type. */
  String nameOf(TypeElement type) {
    return names.computeIfAbsent(type, each -> elements.getBinaryName(type).toString());
  }

  /** Whether a type belongs to the JDK. */
  boolean isOfJdk(TypeElement type) {
    ModuleElement module = elements.getModuleOf(type);
    String name = module == null ? "" : module.getQualifiedName().toString();
    return name.startsWith("java.") || name.startsWith("jdk.");
  }

  /** The key of a method in the index of its class. */
  String indexKey(ExecutableElement method) {
    String known = indexKeys.get(method);
    if (known == null) {
      List<String> parameters = new ArrayList<>();
      method.getParameters().forEach(each -> parameters.add(erasedName(each.asType())));
      known = SourceIndex.methodKey(method.getSimpleName().toString(), parameters);
      indexKeys.put(method, known);
    }
    return known;
  }

  /** The name of the class that a type is at run time, as {@link Class#getName()} gives it. */
  String erasedName(TypeMirror type) {
    TypeMirror erased = types.erasure(type);
    if (erased instanceof ArrayType array) {
      return "[" + descriptor(array.getComponentType()).replace('/', '.');
    }
    return types.asElement(erased) instanceof TypeElement element ? nameOf(element) : plain(erased);
  }

  /** The name of a primitive type without the annotations on its use. */
  static String plain(TypeMirror primitive) {
    return primitive.getKind().name().toLowerCase(Locale.ROOT);
  }

  /** The descriptor of a method (JVMS 4.3.3). */
  String descriptor(ExecutableElement method) {
    return method.getParameters().stream()
        .map(VariableElement::asType)
        .map(this::descriptor)
        .collect(Collectors.joining("", "(", ")" + descriptor(method.getReturnType())));
  }

  /** The descriptor of a type (JVMS 4.3.2). */
  private String descriptor(TypeMirror type) {
    TypeMirror erased = types.erasure(type);
    return switch (erased.getKind()) {
      case BOOLEAN -> "Z";
      case BYTE -> "B";
      case CHAR -> "C";
      case SHORT -> "S";
      case INT -> "I";
      case LONG -> "J";
      case FLOAT -> "F";
      case DOUBLE -> "D";
      case VOID -> "V";
      case ARRAY -> "[" + descriptor(((ArrayType) erased).getComponentType());
      default -> "L" + erasedName(erased).replace('.', '/') + ";";
    };
  }

  /** Whether reflection sees annotations of that type. */
  boolean isKeptAtRunTime(TypeElement annotation) {
    return keptAtRunTime.computeIfAbsent(
        annotation,
        each ->
            each.getAnnotationMirrors().stream()
                .filter(meta -> isOf(meta, Retention.class))
                .flatMap(meta -> meta.getElementValues().values().stream())
                .anyMatch(
                    value ->
                        value.getValue() instanceof VariableElement constant
                            && constant
                                .getSimpleName()
                                .contentEquals(RetentionPolicy.RUNTIME.name())));
  }

  /**
   * Whether an annotation of that type stands on an element. The compiler's own {@code
   * getAnnotation} makes a class at run time for each type of annotation.
   */
  static boolean isMarked(Element element, Class<? extends Annotation> type) {
    for (AnnotationMirror each : element.getAnnotationMirrors()) {
      if (isOf(each, type)) {
        return true;
      }
    }
    return false;
  }

  private static boolean isOf(AnnotationMirror annotation, Class<? extends Annotation> type) {
    TypeElement found = (TypeElement) annotation.getAnnotationType().asElement();
    return found.getQualifiedName().contentEquals(type.getName());
  }

  /** Whether every object has a method of that key in the index. */
  boolean isOfObject(String key) {
    if (methodsOfObject == null) {
      List<? extends Element> members = object.getEnclosedElements();
      methodsOfObject =
          ElementFilter.methodsIn(members).stream().map(this::indexKey).collect(Collectors.toSet());
    }
    return methodsOfObject.contains(key);
  }
}
