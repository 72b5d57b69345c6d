package org.calmanchor.core.read;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import javax.xml.namespace.QName;
import org.calmanchor.core.model.ComplexType;
import org.calmanchor.core.model.ElementDeclaration;
import org.calmanchor.core.model.Particle;
import org.calmanchor.core.model.TypeDefinition;
import org.calmanchor.core.model.TypeUse;
import org.calmanchor.core.problem.ProblemCode;
import org.calmanchor.core.problem.Problems;

/** Finds types that require a value of themselves, so that no finite message exists. */
final class RequiredCycles {
  private final Map<QName, ComplexType> types = new LinkedHashMap<>();
  private final SchemaParts parts;
  private final Problems problems;
  private final Set<QName> finite = new HashSet<>();
  private final Set<QName> open = new HashSet<>();
  private final Set<QName> done = new HashSet<>();

  /** A type that each value needs, and the member that needs it. */
  private record Need(QName type, String place) {}

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
    int before;
    do {
      before = finite.size();
      types.values().stream().filter(this::ends).map(RequiredCycles::nameOf).forEach(finite::add);
    } while (finite.size() > before);
    // For an abstract type, the cycle is reported at a member, which can be fixed, and not at a
    // subtype.
    types.values().stream().filter(ComplexType::isAbstract).forEach(this::visit);
    types.values().forEach(this::visit);
  }

  private static QName nameOf(ComplexType type) {
    return Objects.requireNonNull(type.name());
  }

  /** Whether some value of the type consists only of types that are known to be finite. */
  private boolean ends(ComplexType type) {
    return type.isAbstract()
        ? parts.extensions(nameOf(type)).stream().anyMatch(finite::contains)
        : needs(type).stream().allMatch(this::isFinite);
  }

  private boolean isFinite(Need need) {
    return finite.contains(need.type()) || !types.containsKey(need.type());
  }

  /**
   * The types that each value of a structure needs: for its own members, and those of its base
   * types.
   */
  private List<Need> needs(ComplexType type) {
    List<Need> needs = new ArrayList<>();
    ComplexType base = type.base() == null ? null : types.get(type.base());
    if (base != null) {
      needs.addAll(needs(base));
    }
    if (type.content() instanceof ComplexType.Elements content) {
      for (Particle particle : content.sequence()) {
        ElementDeclaration element = parts.declaration(particle.term());
        if (element == null || particle.min() == 0 || element.nillable()) {
          continue;
        }
        if (element.type() instanceof TypeUse.Named next) {
          needs.add(new Need(next.name(), element.origin().place()));
        } else if (element.type() instanceof ComplexType wrapper) {
          needs.addAll(needs(wrapper));
        }
      }
    }
    return needs;
  }

  private void visit(ComplexType type) {
    QName name = nameOf(type);
    if (finite.contains(name) || !done.add(name)) {
      return;
    }
    open.add(name);
    for (Need need : needs(type)) {
      require(need);
    }
    if (type.isAbstract()) {
      for (QName extension : parts.extensions(name)) {
        require(new Need(extension, type.origin().place()));
      }
    }
    open.remove(name);
  }

  private void require(Need need) {
    ComplexType next = types.get(need.type());
    if (isFinite(need) || next == null) {
      return;
    }
    if (open.contains(need.type())) {
      problems.add(
          ProblemCode.TYPE_REQUIRES_ITSELF,
          need.place(),
          "each " + need.type().getLocalPart() + " would need another one, without end.",
          "Let a member on the way be optional: make it an Optional or a List.");
    } else {
      visit(next);
    }
  }
}
