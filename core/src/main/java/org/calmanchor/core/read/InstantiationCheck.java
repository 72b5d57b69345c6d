package org.calmanchor.core.read;

import java.util.HashSet;
import java.util.Map;
import java.util.Set;
import javax.xml.namespace.QName;
import org.calmanchor.annotations.Attribute;
import org.calmanchor.annotations.Element;
import org.calmanchor.core.introspection.Container;
import org.calmanchor.core.introspection.JavaMember;
import org.calmanchor.core.introspection.JavaType;
import org.calmanchor.core.model.ComplexType;
import org.calmanchor.core.model.ElementDeclaration;
import org.calmanchor.core.model.Particle;
import org.calmanchor.core.model.TypeDefinition;
import org.calmanchor.core.model.TypeUse;
import org.calmanchor.core.problem.ProblemCode;
import org.calmanchor.core.problem.Problems;
import org.calmanchor.core.reading.Members.PropertyMember;
import org.calmanchor.core.reading.Members.StructureMember;

/**
 * Checks that objects can be created for all types that requests contain: members that are left out
 * must be optional in Java, and classes must have a constructor and setters. Types that occur in
 * answers only need neither.
 */
final class InstantiationCheck {
  private final SchemaParts parts;
  private final Map<QName, StructureMember> structures;
  private final Problems problems;
  private final Set<QName> seen = new HashSet<>();

  InstantiationCheck(SchemaParts parts, Map<QName, StructureMember> structures, Problems problems) {
    this.parts = parts;
    this.structures = structures;
    this.problems = problems;
  }

  /**
   * Checks all types that an element of a request can contain; {@code path} leads to it, for
   * problems.
   */
  void check(ElementDeclaration element, String path) {
    check(element.type(), path);
  }

  private void check(TypeUse use, String path) {
    if (use instanceof TypeUse.Named named) {
      if (seen.add(named.name())) {
        StructureMember structure = structures.get(named.name());
        if (structure != null) {
          check(structure, path);
        }
        TypeDefinition definition = parts.type(named.name());
        if (definition != null) {
          follow(definition, path);
        }
        parts.extensions(named.name()).forEach(sub -> check(TypeUse.named(sub), path));
      }
    } else {
      follow((TypeDefinition) use, path);
    }
  }

  private void follow(TypeDefinition definition, String path) {
    if (definition instanceof ComplexType complex
        && complex.content() instanceof ComplexType.Elements content) {
      if (complex.base() != null) {
        check(TypeUse.named(complex.base()), path);
      }
      for (Particle particle : content.sequence()) {
        ElementDeclaration element = parts.declaration(particle.term());
        if (element == null) {
          continue;
        }
        String place = element.origin().place();
        check(element.type(), path.isEmpty() ? place : path + " -> " + place);
      }
    }
  }

  private void check(StructureMember structure, String path) {
    structure.omitted().stream()
        .filter(member -> !mayBeAbsent(member))
        .forEach(
            member ->
                problems.add(
                    ProblemCode.MEMBER_MUST_BE_READ,
                    path,
                    member.signature()
                        + " is left out where requests are read, but cannot be absent in Java.",
                    "Make it an Optional"
                        + (member.type().kind() == JavaType.Kind.PRIMITIVE ? "" : ", @Nullable")
                        + " or @Element(minOccurs = 0), or do not leave it out here."));
    if (structure.javaType().kind() != JavaType.Kind.CLASS) {
      return;
    }
    if (!structure.javaType().isAbstract() && !structure.javaType().hasPlainConstructor()) {
      problems.add(
          ProblemCode.CONSTRUCTOR_MISSING,
          structure.javaType().signature(),
          "requests carry it, but it has no constructor without parameters.",
          "Write " + structure.javaType().simpleName() + "() {}, or make it a record.");
    }
    for (PropertyMember property : structure.properties()) {
      if (!property.member().isWritable()) {
        problems.add(
            ProblemCode.PROPERTY_NOT_WRITABLE,
            property.member().signature(),
            "requests carry it, but nothing can set it.",
            "Give it a setter or a field that is not final, or leave it out of what is read:"
                + " @Shape(omit = {\""
                + property.member().name()
                + "\"}).");
      }
    }
  }

  private static boolean mayBeAbsent(JavaMember member) {
    String type = member.type().name();
    Element element = member.annotation(Element.class);
    Attribute attribute = member.annotation(Attribute.class);
    boolean isPrimitive = member.type().kind() == JavaType.Kind.PRIMITIVE;
    return type.equals("java.util.Optional")
        || type.equals("java.util.Map")
        || Container.of(member.type()) != null
        || (!isPrimitive
            && (member.isNullable()
                || (element != null && element.minOccurs() == 0)
                || (attribute != null && attribute.use() == Attribute.Use.OPTIONAL)));
  }
}
