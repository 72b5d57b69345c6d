package org.calmanchor.processor;

import java.io.IOException;
import java.io.InputStream;
import java.lang.annotation.Retention;
import java.lang.annotation.RetentionPolicy;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.stream.Collectors;
import javax.lang.model.element.Element;
import javax.lang.model.element.ElementKind;
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

/**
 * The compiler's model of one compilation, and what it leaves out: class files, and the indexes of
 * earlier compilations. Used by one thread.
 */
final class Mirrors {
  private final Elements elements;
  private final Types types;
  private final Resources resources;
  private final Indexer indexer;
  private final Places places = new Places();

  /** The names of the outermost types in the sources of this compilation. */
  private final Set<String> sources = new HashSet<>();

  private final Map<String, @Nullable ClassFile> classFiles = new HashMap<>();
  private final Map<String, SourceIndex> indexes = new HashMap<>();
  private final Map<Element, String> names = new HashMap<>();
  private final Map<Element, Boolean> keptAtRunTime = new HashMap<>();
  private final Map<Element, List<MirrorAnnotation>> annotations = new HashMap<>();
  private @Nullable Set<String> methodsOfObject;

  Mirrors(Elements elements, Types types, Resources resources, boolean hasJavadoc) {
    this.elements = elements;
    this.types = types;
    this.resources = resources;
    this.indexer = new Indexer(this, hasJavadoc);
  }

  /** Notes that an outermost type stands in a source of this compilation. */
  void addSource(TypeElement type) {
    sources.add(type.getQualifiedName().toString());
  }

  /** Collects what sources say. */
  Indexer indexer() {
    return indexer;
  }

  Resources resources() {
    return resources;
  }

  Elements elements() {
    return elements;
  }

  Types types() {
    return types;
  }

  /** Where the elements are that were named to people. */
  Places places() {
    return places;
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

  /** Whether a type stands in a source of this compilation. */
  boolean isSource(Element element) {
    Element outer = element;
    while (outer.getEnclosingElement() != null
        && outer.getEnclosingElement().getKind() != ElementKind.PACKAGE) {
      outer = outer.getEnclosingElement();
    }
    return outer instanceof TypeElement type
        && sources.contains(type.getQualifiedName().toString());
  }

  /** The class file of a type; null for a type in a source, or of the JDK. */
  @Nullable ClassFile classFile(TypeElement type) {
    String name = nameOf(type);
    if (!classFiles.containsKey(name)) {
      classFiles.put(name, readClassFile(type, name));
    }
    return classFiles.get(name);
  }

  private @Nullable ClassFile readClassFile(TypeElement type, String name) {
    if (isSource(type) || isOfJdk(type)) {
      return null;
    }
    try (InputStream file = resources.open(type, name.replace('.', '/') + ".class")) {
      return file == null ? null : new ClassFile(this, file.readAllBytes());
    } catch (IOException | IllegalArgumentException unreadable) {
      throw new UnreadableClassException(name, unreadable);
    }
  }

  private boolean isOfJdk(TypeElement type) {
    ModuleElement module = elements.getModuleOf(type);
    String name = module == null ? "" : module.getQualifiedName().toString();
    return name.startsWith("java.") || name.startsWith("jdk.");
  }

  /** What the source of a type says: from the source itself, or from the index that it left. */
  SourceIndex index(TypeElement type) {
    String name = nameOf(type);
    SourceIndex known = indexes.get(name);
    if (known == null) {
      known = readIndex(type, name);
      indexes.put(name, known);
    }
    return known;
  }

  private SourceIndex readIndex(TypeElement type, String name) {
    if (isSource(type)) {
      return indexer.index(type);
    }
    if (isOfJdk(type)) {
      return SourceIndex.EMPTY;
    }
    try (InputStream file = resources.open(type, SourceIndex.fileOf(name))) {
      return file == null ? SourceIndex.EMPTY : SourceIndex.read(file);
    } catch (IOException unreadable) {
      throw new UnreadableClassException(SourceIndex.fileOf(name), unreadable);
    }
  }

  /** The key of a method in the index of its class. */
  String indexKey(ExecutableElement method) {
    List<String> parameters =
        method.getParameters().stream().map(each -> erasedName(each.asType())).toList();
    return SourceIndex.methodKey(method.getSimpleName().toString(), parameters);
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

  /** The annotations of an element that are kept at run time. */
  List<MirrorAnnotation> annotations(Element element) {
    List<MirrorAnnotation> known = annotations.get(element);
    if (known == null) {
      known = MirrorAnnotation.of(this, element.getAnnotationMirrors());
      annotations.put(element, known);
    }
    return known;
  }

  /** Whether reflection sees annotations of that type. */
  boolean isKeptAtRunTime(TypeElement annotation) {
    return keptAtRunTime.computeIfAbsent(
        annotation,
        each -> {
          Retention kept = annotation.getAnnotation(Retention.class);
          return kept != null && kept.value() == RetentionPolicy.RUNTIME;
        });
  }

  /** Whether every object has a method of that key in the index. */
  boolean isOfObject(String key) {
    if (methodsOfObject == null) {
      List<? extends Element> members = element("java.lang.Object").getEnclosedElements();
      methodsOfObject =
          ElementFilter.methodsIn(members).stream().map(this::indexKey).collect(Collectors.toSet());
    }
    return methodsOfObject.contains(key);
  }
}
