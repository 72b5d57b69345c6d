package org.calmanchor.core.read;

import javax.xml.namespace.QName;
import org.calmanchor.annotations.Header;
import org.calmanchor.core.constraint.ConstraintReader;
import org.calmanchor.core.constraint.Constraints;
import org.calmanchor.core.introspection.Container;
import org.calmanchor.core.introspection.JavaMember;
import org.calmanchor.core.introspection.JavaType;
import org.calmanchor.core.model.ElementDeclaration;
import org.calmanchor.core.model.Origin;
import org.calmanchor.core.problem.ProblemCode;
import org.calmanchor.core.problem.Problems;
import org.calmanchor.core.read.TypeReader.ReadType;
import org.calmanchor.core.reading.JavaForm;
import org.calmanchor.core.reading.Members.HeaderMember;

/** Reads parameters that are header blocks. */
final class HeaderReader {
  private static final String OUT = "org.calmanchor.annotations.HeaderOut";

  private final TypeReader types;
  private final Problems problems;

  HeaderReader(TypeReader types) {
    this.types = types;
    this.problems = types.problems();
  }

  /** A header block's element, and its parameter. */
  record ReadHeader(ElementDeclaration element, HeaderMember member, boolean needsProvider) {}

  boolean reads(JavaMember parameter) {
    return parameter.annotation(Header.class) != null || parameter.type().name().equals(OUT);
  }

  ReadHeader read(JavaMember parameter, int position) {
    String path = parameter.signature();
    Header given = parameter.annotation(Header.class);
    boolean isOut = parameter.type().name().equals(OUT);
    if (given == null) {
      problems.add(
          ProblemCode.HEADER_OUT_UNMARKED,
          path,
          "a HeaderOut is a header block of the answer, but it has no @Header.",
          "Write @Header before it, or remove it.");
    }
    JavaType type = isOut ? argumentOf(parameter.type(), path) : parameter.type();
    boolean isOptional = type.name().equals("java.util.Optional") && !type.arguments().isEmpty();
    JavaType value = isOptional ? type.arguments().get(0) : type;
    if (Container.of(value) != null) {
      problems.add(
          ProblemCode.HEADER_REPEATS,
          path,
          "a header block is one element, " + value.signature() + " would be several.",
          "Put the list into a record.");
    }
    Constraints constraints =
        ConstraintReader.read(parameter.constraints(), value, isOptional, problems, path);
    ReadType read = types.use(value, "", constraints, path);
    String source = parameter.name() == null ? "" : parameter.name();
    if (source.isEmpty() && (given == null || given.name().isEmpty())) {
      problems.add(
          ProblemCode.PARAMETER_NAME_UNAVAILABLE,
          path,
          "its name is not in the class file.",
          "Compile with the annotation processor of Calm Anchor or with -parameters, or name it here: @Header(name = \"...\").");
      source = "unnamed" + Integer.toHexString(path.hashCode());
    }
    String local = problems.name(given == null ? "" : given.name(), source, parameter, "@Header");
    String home =
        problems.namespace(
            given == null ? "" : given.namespace(), types.namespace(), parameter, "@Header");
    QName name = new QName(home, local);
    ElementDeclaration element =
        new ElementDeclaration(
            name,
            MemberReader.narrowed(read, constraints),
            false,
            constraints.addedTo(Docs.of(given == null ? "" : given.doc(), parameter)),
            Origin.of(path));
    types
        .parts()
        .declare(
            SchemaParts.Role.HEADER,
            element,
            "the header of type " + value.signature(),
            path,
            "Give one of them a name of its own: @Header(name = \"...\").");
    boolean required = given != null && given.required() && !isOptional && !parameter.isNullable();
    types.examples().read(given == null ? "" : given.example(), read.use(), parameter, path);
    JavaForm use = isOptional ? new JavaForm.Maybe(read.use()) : read.use();
    return new ReadHeader(
        element,
        new HeaderMember(name, use, position, required, isOut),
        constraints.needsProvider());
  }

  private JavaType argumentOf(JavaType out, String path) {
    if (out.arguments().size() == 1) {
      return out.arguments().get(0);
    }
    problems.add(
        ProblemCode.TYPE_ARGUMENTS,
        path,
        "the type of its value is not known here.",
        "Write it, as in HeaderOut<Receipt>.");
    return out;
  }
}
