package org.calmanchor.processor;

import java.util.List;
import java.util.Set;
import javax.lang.model.element.Element;
import javax.lang.model.element.ElementKind;
import javax.lang.model.element.ExecutableElement;
import javax.lang.model.element.Modifier;
import javax.lang.model.element.TypeElement;
import javax.lang.model.element.VariableElement;
import javax.lang.model.type.ArrayType;
import javax.lang.model.type.TypeKind;
import javax.lang.model.type.TypeMirror;
import javax.lang.model.util.ElementFilter;
import org.calmanchor.core.introspection.SourceIndex;

/**
 * Collects what a source says and the class file will not.
 *
 * @param hasJavadoc whether Javadoc is collected, too
 */
record Indexer(Model model, boolean hasJavadoc) {
  private static final String ANNOTATIONS = "org.calmanchor.annotations.";
  private static final Set<ElementKind> DATA = Set.of(ElementKind.RECORD, ElementKind.ENUM);

  /** The index of a type in a source. */
  SourceIndex index(TypeElement type) {
    SourceIndex.Builder index = new SourceIndex.Builder();
    JavadocText doc = docOf(type);
    index.doc(doc.main());
    type.getRecordComponents()
        .forEach(
            component -> {
              String name = component.getSimpleName().toString();
              index.doc(name, doc.parameter(name));
            });
    for (VariableElement field : ElementFilter.fieldsIn(type.getEnclosedElements())) {
      index.doc(field.getSimpleName().toString(), docOf(field).main());
    }
    boolean isData = DATA.contains(type.getKind());
    for (ExecutableElement method : ElementFilter.methodsIn(type.getEnclosedElements())) {
      // The methods of records and enums are accessors; those that take values are no operations.
      if (!isData || method.getParameters().isEmpty()) {
        add(method, index);
      }
    }
    if (!isData) {
      ElementFilter.constructorsIn(type.getEnclosedElements()).forEach(each -> add(each, index));
    }
    return index.build();
  }

  /**
   * Whether all parameter types of a type's methods are known. Those that another processor has
   * still to write would give the methods wrong keys.
   */
  boolean isComplete(TypeElement type) {
    for (Element member : type.getEnclosedElements()) {
      if (member instanceof ExecutableElement method) {
        for (VariableElement parameter : method.getParameters()) {
          if (isUnknown(parameter.asType())) {
            return false;
          }
        }
      }
    }
    return true;
  }

  private static boolean isUnknown(TypeMirror type) {
    return type instanceof ArrayType array
        ? isUnknown(array.getComponentType())
        : type.getKind() == TypeKind.ERROR;
  }

  private void add(ExecutableElement method, SourceIndex.Builder index) {
    if (method.getModifiers().contains(Modifier.PRIVATE)) {
      return;
    }
    String key = model.indexKey(method);
    JavadocText doc = docOf(method);
    index.doc(key, doc.main());
    index.resultDoc(key, doc.result());
    List<String> names =
        method.getParameters().stream().map(each -> each.getSimpleName().toString()).toList();
    index.parameters(key, names);
    for (int i = 0; i < names.size(); i++) {
      index.parameterDoc(key, i, doc.parameter(names.get(i)));
    }
  }

  private JavadocText docOf(Element element) {
    return JavadocText.of(hasJavadoc ? model.elements().getDocComment(element) : null);
  }

  /**
   * Whether a service may reach the type, as far as it can be told from the type itself, so that it
   * needs an index. Only what changes with the type counts, for the sake of incremental builds.
   */
  boolean isWanted(TypeElement type) {
    return DATA.contains(type.getKind())
        || type.getModifiers().contains(Modifier.SEALED)
        || isMarked(type)
        || type.getEnclosedElements().stream().anyMatch(this::isMarkedInside);
  }

  private boolean isMarkedInside(Element member) {
    return isMarked(member)
        || (member instanceof ExecutableElement method
            && method.getParameters().stream().anyMatch(Indexer::isMarked));
  }

  private static boolean isMarked(Element element) {
    return element.getAnnotationMirrors().stream()
        .map(each -> (TypeElement) each.getAnnotationType().asElement())
        .anyMatch(type -> type.getQualifiedName().toString().startsWith(ANNOTATIONS));
  }
}
