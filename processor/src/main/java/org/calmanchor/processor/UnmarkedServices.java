package org.calmanchor.processor;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import javax.lang.model.element.ElementKind;
import javax.lang.model.element.Modifier;
import javax.lang.model.element.TypeElement;
import javax.lang.model.util.ElementFilter;
import org.calmanchor.annotations.Operation;
import org.calmanchor.annotations.PortType;
import org.calmanchor.core.introspection.JavaType;
import org.calmanchor.core.problem.ContractException;
import org.calmanchor.core.problem.Problem;
import org.calmanchor.core.read.ContractReader;

/**
 * Finds classes that look like services whose mark was forgotten. A class in another compilation
 * may extend them and have the mark, so nothing here is certain.
 *
 * @param types the types of a compilation
 */
record UnmarkedServices(Mirrors mirrors, List<TypeElement> types) {
  /** The problem of each such class. */
  Map<TypeElement, Problem> problems() {
    Map<TypeElement, Problem> problems = new LinkedHashMap<>();
    for (TypeElement type : types) {
      try {
        if (isUnmarked(type)) {
          ContractReader.readSource(MirrorType.of(mirrors, type));
        }
      } catch (ContractException wrong) {
        problems.put(type, wrong.problems().get(0));
      } catch (UnresolvedTypeException incomplete) {
        // The mark may be on a type that another processor has still to write.
      }
    }
    return problems;
  }

  private boolean isUnmarked(TypeElement type) {
    return type.getKind() == ElementKind.CLASS
        && !type.getModifiers().contains(Modifier.ABSTRACT)
        && !Model.isMarked(type, PortType.class)
        && hasOperation(type)
        && !isMarked(MirrorType.of(mirrors, type))
        && types.stream().noneMatch(other -> isMarkedBelow(other, type));
  }

  private static boolean hasOperation(TypeElement type) {
    return ElementFilter.methodsIn(type.getEnclosedElements()).stream()
        .anyMatch(method -> Model.isMarked(method, Operation.class));
  }

  private static boolean isMarked(JavaType type) {
    JavaType above = type.superclass();
    return type.annotation(PortType.class) != null
        || (above != null && isMarked(above))
        || type.interfaces().stream().anyMatch(UnmarkedServices::isMarked);
  }

  private boolean isMarkedBelow(TypeElement other, TypeElement type) {
    return Model.isMarked(other, PortType.class)
        && MirrorType.of(mirrors, other).isA(mirrors.model().nameOf(type));
  }
}
