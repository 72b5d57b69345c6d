package org.calmanchor.core.read;

import javax.xml.namespace.QName;
import org.calmanchor.annotations.Attribute;
import org.calmanchor.annotations.Element;
import org.calmanchor.core.constraint.ConstraintReader;
import org.calmanchor.core.constraint.Constraints;
import org.calmanchor.core.introspection.JavaMember;
import org.calmanchor.core.introspection.JavaType;
import org.calmanchor.core.lexical.LexicalException;
import org.calmanchor.core.model.AttributeUse;
import org.calmanchor.core.model.Origin;
import org.calmanchor.core.model.ValueConstraint;
import org.calmanchor.core.problem.ProblemCode;
import org.calmanchor.core.problem.Problems;
import org.calmanchor.core.read.TypeReader.ReadType;
import org.calmanchor.core.reading.JavaForm;

/** Reads components and properties into attributes, and into the text of simple content. */
final class AttributeReader {
  private final TypeReader types;
  private final Problems problems;

  AttributeReader(TypeReader types) {
    this.types = types;
    this.problems = types.problems();
  }

  /** An attribute, and its Java form. */
  record ReadAttribute(AttributeUse attribute, JavaForm use, boolean needsProvider) {}

  /** Reads the attribute for {@code member}. */
  ReadAttribute attribute(JavaMember member, String path) {
    problems.contradictions(member, Attribute.class, path);
    Attribute given = member.annotation(Attribute.class);
    String source = member.name() == null ? "" : member.name();
    String name = problems.name(given == null ? "" : given.name(), source, member, "@Attribute");
    if (name.equals("xmlns")) {
      problems.add(
          ProblemCode.NAME_INVALID,
          path,
          "\"xmlns\" cannot be the name of an attribute: XML declares namespaces by it.",
          "Give it another name: @Attribute(name = \"...\").");
    }
    if (member.annotation(Element.class) != null) {
      problems.add(
          ProblemCode.ANNOTATIONS_CONTRADICT,
          path,
          "it cannot be both an attribute and an element.",
          "Keep one of @Attribute and @Element.");
    }
    boolean isOptional = member.type().name().equals("java.util.Optional");
    JavaType type = isOptional ? member.type().arguments().get(0) : member.type();
    String byDefault = given == null ? "" : given.defaultValue();
    boolean mayBeAbsent =
        isOptional
            || member.isNullable()
            || (given != null && given.use() == Attribute.Use.OPTIONAL);
    if (mayBeAbsent && byDefault.isEmpty() && type.kind() == JavaType.Kind.PRIMITIVE) {
      problems.primitive(type, path);
    }
    Constraints constraints =
        ConstraintReader.read(member.constraints(), type, mayBeAbsent, problems, path);
    ReadType read = simple(type, constraints, path);
    checkDefault(byDefault, read, path);
    types.examples().read(given == null ? "" : given.example(), read.use(), member, path);
    AttributeUse attribute =
        new AttributeUse(
            new QName(name),
            MemberReader.narrowed(read, constraints),
            !mayBeAbsent && byDefault.isEmpty(),
            byDefault.isEmpty() ? null : ValueConstraint.byDefault(byDefault),
            false,
            constraints.addedTo(Docs.of(given == null ? "" : given.doc(), member)),
            Origin.of(member.signature()));
    return new ReadAttribute(
        attribute,
        isOptional ? new JavaForm.Maybe(read.use()) : read.use(),
        constraints.needsProvider());
  }

  private ReadType simple(JavaType type, Constraints constraints, String path) {
    if (TypeReader.isSimple(type)) {
      return types.use(type, "", constraints, path);
    }
    problems.add(
        ProblemCode.ATTRIBUTE_NOT_SIMPLE,
        path,
        type.signature() + " does not fit into an attribute, which holds one simple value.",
        "Leave @Attribute out; it becomes an element then.");
    return TypeReader.nothing(type);
  }

  private void checkDefault(String text, ReadType read, String path) {
    if (text.isEmpty()) {
      return;
    }
    try {
      ExampleReader.requireValue(text, read.use());
    } catch (LexicalException invalid) {
      problems.add(
          ProblemCode.DEFAULT_INVALID,
          path,
          "its default, \"" + text + "\", is not a value of its type.",
          "Write one in its form on the wire, as in 42.50 or 2027-06-11.");
    }
  }

  /** The text of an element with simple content, and its constraints in words. */
  record ReadText(ReadType type, Constraints constraints) {}

  /** Reads the text of an element with simple content. */
  ReadText text(JavaMember member, String path) {
    // An extension names its base type, which has no facets, so only the documentation can state
    // the constraints.
    Constraints constraints =
        ConstraintReader.read(member.constraints(), member.type(), false, problems, path)
            .withoutFacets();
    return new ReadText(text(member, constraints, path), constraints);
  }

  private ReadType text(JavaMember member, Constraints constraints, String path) {
    if (!TypeReader.isSimple(member.type())) {
      problems.add(
          ProblemCode.SIMPLE_CONTENT_INVALID,
          path,
          member.type().signature() + " is not one simple value, as a text has to be.",
          "Use one of the simple types, without Optional.");
      return TypeReader.nothing(member.type());
    }
    return types.use(member.type(), "", constraints, path);
  }
}
