package org.calmanchor.processor;

import java.io.IOException;
import java.io.InputStream;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import javax.lang.model.element.Element;
import javax.lang.model.element.ElementKind;
import javax.lang.model.element.TypeElement;
import org.calmanchor.core.introspection.SourceIndex;
import org.jspecify.annotations.Nullable;

/**
 * What is known of the types of one compilation: the compiler's model, and what it leaves out,
 * which is in class files and in the indexes of earlier compilations. Used by one thread.
 */
final class Mirrors {
  private final Model model;
  private final Resources resources;
  private final Indexer indexer;
  private final Places places = new Places();

  /** The names of the outermost types in the sources of this compilation. */
  private final Set<String> sources = new HashSet<>();

  private final Map<String, @Nullable ClassFile> classFiles = new HashMap<>();
  private final Map<String, SourceIndex> indexes = new HashMap<>();
  private final Map<Element, List<MirrorAnnotation>> annotations = new HashMap<>();

  Mirrors(Model model, Resources resources, boolean hasJavadoc) {
    this.model = model;
    this.resources = resources;
    this.indexer = new Indexer(model, hasJavadoc);
  }

  /** Forgets what was read while types of a later round were unknown. */
  void startRound() {
    indexes.clear();
    annotations.clear();
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

  Model model() {
    return model;
  }

  /** Where the elements are that were named to people. */
  Places places() {
    return places;
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
    String name = model.nameOf(type);
    if (!classFiles.containsKey(name)) {
      classFiles.put(name, readClassFile(type, name));
    }
    return classFiles.get(name);
  }

  private @Nullable ClassFile readClassFile(TypeElement type, String name) {
    if (isSource(type) || model.isOfJdk(type)) {
      return null;
    }
    try (InputStream file = resources.open(type, name.replace('.', '/') + ".class")) {
      return file == null ? null : new ClassFile(model, file.readAllBytes());
    } catch (IOException | IllegalArgumentException unreadable) {
      throw new UnreadableClassException(name, unreadable);
    }
  }

  /** What the source of a type says: from the source itself, or from the index that it left. */
  SourceIndex index(TypeElement type) {
    String name = model.nameOf(type);
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
    if (model.isOfJdk(type)) {
      return SourceIndex.EMPTY;
    }
    try (InputStream file = resources.open(type, SourceIndex.fileOf(name))) {
      return file == null ? SourceIndex.EMPTY : SourceIndex.read(file);
    } catch (IOException unreadable) {
      throw new UnreadableClassException(SourceIndex.fileOf(name), unreadable);
    }
  }

  /** The annotations of an element that are kept at run time. */
  List<MirrorAnnotation> annotations(Element element) {
    if (element.getAnnotationMirrors().isEmpty()) {
      return List.of();
    }
    List<MirrorAnnotation> known = annotations.get(element);
    if (known == null) {
      known = MirrorAnnotation.of(model, element.getAnnotationMirrors());
      annotations.put(element, known);
    }
    return known;
  }
}
