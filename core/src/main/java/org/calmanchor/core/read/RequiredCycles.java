package org.calmanchor.core.read;

import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import javax.xml.namespace.QName;
import org.calmanchor.core.model.ComplexType;
import org.calmanchor.core.model.ElementDeclaration;
import org.calmanchor.core.model.Particle;
import org.calmanchor.core.model.TypeDefinition;
import org.calmanchor.core.model.TypeUse;

/** Finds types that require a value of themselves, of which no finite message exists. */
final class RequiredCycles {
  private final Map<QName, ComplexType> types = new HashMap<>();
  private final SchemaParts parts;
  private final Problems problems;
  private final Set<QName> open = new HashSet<>();
  private final Set<QName> done = new HashSet<>();

  RequiredCycles(SchemaParts parts, Problems problems) {
    this.parts = parts;
    this.problems = problems;
    for (TypeDefinition definition : parts.types()) {
      if (definition instanceof ComplexType complex && complex.name() != null) {
        types.put(complex.name(), complex);
      }
    }
  }

  void report() {
    types.keySet().stream()
        .sorted((a, b) -> a.toString().compareTo(b.toString()))
        .forEach(this::visit);
  }

  private void visit(QName name) {
    ComplexType type = types.get(name);
    if (type == null || !done.add(name)) {
      return;
    }
    open.add(name);
    List<Particle> particles =
        type.content() instanceof ComplexType.Elements content
            ? content.group().particles()
            : List.of();
    for (Particle particle : particles) {
      ElementDeclaration element = parts.declaration(particle.term());
      if (element != null
          && particle.min() > 0
          && !element.nillable()
          && element.type() instanceof TypeUse.Named next) {
        require(next.name(), element.origin().place());
      }
    }
    if (type.base() != null) {
      require(type.base(), type.origin().place());
    }
    open.remove(name);
  }

  private void require(QName next, String place) {
    if (!open.contains(next)) {
      visit(next);
      return;
    }
    problems.add(
        ProblemCode.TYPE_REQUIRES_ITSELF,
        place,
        "each " + next.getLocalPart() + " would need another one, without end.",
        "Let a member on the way be absent: make it an Optional or a List.");
  }
}
