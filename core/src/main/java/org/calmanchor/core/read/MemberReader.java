package org.calmanchor.core.read;

import javax.xml.namespace.QName;
import org.calmanchor.annotations.Attribute;
import org.calmanchor.annotations.Element;
import org.calmanchor.core.lexical.TypeMappings;
import org.calmanchor.core.model.AttributeUse;
import org.calmanchor.core.model.ElementDeclaration;
import org.calmanchor.core.model.Names;
import org.calmanchor.core.model.Origin;
import org.calmanchor.core.model.Particle;
import org.calmanchor.core.model.TypeUse;
import org.calmanchor.core.read.Held.Container;

/** Reads parameters, record components and results into elements and attributes. */
final class MemberReader {
  private static final int BY_TYPE = -1;

  private final TypeReader types;
  private final Problems problems;

  MemberReader(TypeReader types) {
    this.types = types;
    this.problems = types.problems();
  }

  static QName nameOf(Particle particle) {
    return ((ElementDeclaration) particle.term()).name();
  }

  /**
   * The element for {@code member}.
   *
   * @param byDefault its name where neither annotation nor source gives one
   * @param path the way here, for problems
   */
  Particle element(JavaMember member, String byDefault, String path) {
    Element given = member.annotation(Element.class);
    String source = member.name() == null ? byDefault : member.name();
    if (source.isEmpty() && (given == null || given.name().isEmpty())) {
      problems.add(
          ProblemCode.PARAMETER_NAME_UNAVAILABLE,
          path,
          "its name is not in the class file.",
          "Compile with -parameters, or name it here: @Element(name = \"...\").");
      source = "unnamed";
    }
    String name = problems.name(given == null ? "" : given.name(), source, member, "@Element");
    Held held = Held.of(member.type());
    boolean isNested = isNested(held, path);
    boolean nillable = given != null && given.nillable();
    int min = min(member, held, given == null ? BY_TYPE : given.minOccurs(), nillable, path);
    return new Particle(
        new ElementDeclaration(
            new QName(types.namespace(), name),
            isNested ? TypeUse.named(Names.xsd("string")) : types.use(held.item(), path),
            nillable,
            given == null ? "" : given.doc(),
            Origin.of(member.signature())),
        min,
        held.container().repeats() ? Particle.UNBOUNDED : 1);
  }

  /** Whether it is a container in a container, which is a problem. */
  private boolean isNested(Held held, String path) {
    if (held.container() == Container.VALUE) {
      return false;
    }
    Container inner = Held.of(held.item()).container();
    if (inner == Container.VALUE) {
      return false;
    }
    problems.add(
        ProblemCode.CONTAINER_NESTED,
        path,
        inner.words() + " within " + held.container().words() + " has no elements of its own.",
        "Put the inner one into a record, as in: record Row(List<String> cells) {}.");
    return true;
  }

  private int min(JavaMember member, Held held, int given, boolean nillable, String path) {
    if (given != BY_TYPE && given != 0 && given != 1) {
      problems.add(
          ProblemCode.ANNOTATIONS_CONTRADICT,
          path,
          "minOccurs = " + given + " is not possible.",
          "Write 0 (may be left out) or 1 (required).");
    }
    boolean isPrimitive = held.item().kind() == JavaType.Kind.PRIMITIVE;
    if (held.container() == Container.VALUE
        && isPrimitive
        && (given == 0 || nillable || member.isNullable())) {
      problems.add(
          ProblemCode.PRIMITIVE_OPTIONAL,
          path,
          "a primitive " + held.item().name() + " cannot be absent.",
          "Use its wrapper type, or Optional.");
    }
    if (nillable && held.container().repeats()) {
      problems.add(
          ProblemCode.ANNOTATIONS_CONTRADICT,
          path,
          "the items of a list cannot be nil.",
          "Leave nillable out; an item without a value is left out of the list.");
    }
    boolean mayBeAbsent = held.container() == Container.OPTIONAL || member.isNullable();
    if (mayBeAbsent && given == 1) {
      problems.add(
          ProblemCode.ANNOTATIONS_CONTRADICT,
          path,
          "minOccurs = 1 requires what its type lets be absent.",
          "Leave minOccurs out, or use the plain type.");
    }
    if (given != BY_TYPE) {
      return Math.max(0, Math.min(1, given));
    }
    return held.container().repeats() || mayBeAbsent ? 0 : 1;
  }

  private static boolean isOptional(Held held) {
    return held.container() == Container.OPTIONAL;
  }

  /** The attribute for {@code member}. */
  AttributeUse attribute(JavaMember member, String path) {
    Attribute given = member.annotation(Attribute.class);
    String source = member.name() == null ? "" : member.name();
    String name = problems.name(given == null ? "" : given.name(), source, member, "@Attribute");
    if (member.annotation(Element.class) != null) {
      problems.add(
          ProblemCode.ANNOTATIONS_CONTRADICT,
          path,
          "it cannot be both an attribute and an element.",
          "Keep one of @Attribute and @Element.");
    }
    Held held = Held.of(member.type());
    JavaType item = held.item();
    boolean isSimple =
        item.kind() == JavaType.Kind.ENUM || TypeMappings.forJava(item.name()) != null;
    if (!isSimple || held.container().repeats()) {
      problems.add(
          ProblemCode.ATTRIBUTE_NOT_SIMPLE,
          path,
          member.type().signature()
              + " does not fit into an attribute, which holds one simple value.",
          "Leave @Attribute out; it becomes an element then.");
    }
    boolean optional = isOptional(held) || member.isNullable();
    if (optional && item.kind() == JavaType.Kind.PRIMITIVE) {
      problems.add(
          ProblemCode.PRIMITIVE_OPTIONAL,
          path,
          "a primitive " + item.name() + " cannot be absent.",
          "Use its wrapper type, or Optional.");
    }
    TypeUse type = isSimple ? types.use(item, path) : TypeUse.named(Names.xsd("string"));
    return new AttributeUse(
        new QName(name),
        type,
        !optional,
        given == null ? "" : given.doc(),
        Origin.of(member.signature()));
  }
}
