package org.calmanchor.core.read;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import javax.xml.namespace.QName;
import org.calmanchor.annotations.Fault;
import org.calmanchor.annotations.Operation;
import org.calmanchor.core.introspection.JavaMember;
import org.calmanchor.core.introspection.JavaMethod;
import org.calmanchor.core.introspection.JavaType;
import org.calmanchor.core.model.ComplexType;
import org.calmanchor.core.model.ElementDeclaration;
import org.calmanchor.core.model.NodeKind;
import org.calmanchor.core.model.Origin;
import org.calmanchor.core.model.Particle;
import org.calmanchor.core.problem.ProblemCode;
import org.calmanchor.core.problem.Problems;
import org.calmanchor.core.read.MemberReader.ReadElement;
import org.calmanchor.core.reading.Members.FaultMember;
import org.calmanchor.core.reading.Members.PropertyMember;
import org.jspecify.annotations.Nullable;

/** Reads exceptions with {@link Fault} into detail elements. */
final class ExceptionReader {
  private final TypeReader types;
  private final Problems problems;
  private final Map<JavaType, DeclaredFault> read = new LinkedHashMap<>();

  ExceptionReader(TypeReader types) {
    this.types = types;
    this.problems = types.problems();
  }

  /** The detail element of a fault, and its exception class. */
  record DeclaredFault(ElementDeclaration element, FaultMember member) {}

  /**
   * The declared fault of {@code exception}, by its own annotation or that of its nearest annotated
   * superclass; null if there is none.
   */
  @Nullable DeclaredFault fault(JavaType exception) {
    JavaType at = exception;
    while (at != null && at.annotation(Fault.class) == null) {
      at = at.superclass();
    }
    if (at == null) {
      return null;
    }
    DeclaredFault known = read.get(at);
    if (known == null) {
      known = read(at, Objects.requireNonNull(at.annotation(Fault.class)));
      read.put(at, known);
    }
    return known;
  }

  /**
   * The faults of an operation: those in its throws clause, and those that its annotation lists.
   */
  List<DeclaredFault> faults(JavaMethod method) {
    Map<JavaType, DeclaredFault> declared = new LinkedHashMap<>();
    for (JavaType thrown : method.thrown()) {
      DeclaredFault fault = fault(thrown);
      if (fault != null) {
        declared.putIfAbsent(fault.member().exception(), fault);
      }
    }
    for (JavaType listed : method.classes(Operation.class, "faults")) {
      DeclaredFault fault = fault(listed);
      if (fault != null) {
        declared.putIfAbsent(fault.member().exception(), fault);
      } else {
        problems.add(
            ProblemCode.FAULT_NOT_MARKED,
            method.signature(),
            listed.signature() + " is listed as a fault, but is not marked as one.",
            "Write @Fault on " + listed.signature() + ".");
      }
    }
    return List.copyOf(declared.values());
  }

  private DeclaredFault read(JavaType exception, Fault given) {
    String local = problems.name(given.name(), exception.simpleName(), exception, "@Fault");
    String home = problems.namespace(given.namespace(), types.namespace(), exception, "@Fault");
    QName name = new QName(home, local);
    List<Particle> particles = new ArrayList<>();
    List<PropertyMember> properties = new ArrayList<>();
    List<JavaMethod> accessors = new ArrayList<>();
    JavaMethod constructor = constructor(exception);
    if (constructor != null) {
      NameTable names = new NameTable(problems, exception.signature());
      for (JavaMember parameter :
          constructor.parameters().subList(1, constructor.parameters().size())) {
        JavaMethod accessor = accessor(exception, parameter);
        if (accessor == null) {
          continue;
        }
        ReadElement element =
            types.members().element(parameter, accessor.name(), home, parameter.signature());
        names.reserve(NodeKind.ELEMENT, element.name().getLocalPart(), parameter);
        particles.add(element.particle());
        properties.add(
            new PropertyMember(
                NodeKind.ELEMENT, element.name(), parameter, element.use(), properties.size()));
        accessors.add(accessor);
      }
    }
    Origin origin = Origin.of(exception.signature());
    ElementDeclaration element =
        new ElementDeclaration(
            name,
            ComplexType.sequence(particles, origin),
            false,
            Docs.of(given.doc(), exception),
            origin);
    types
        .parts()
        .declare(
            SchemaParts.Role.FAULT,
            element,
            "the fault " + exception.name(),
            exception.signature(),
            "Give one of them a name of its own: @Fault(name = \"...\").");
    return new DeclaredFault(
        element,
        new FaultMember(
            name,
            exception,
            properties,
            accessors,
            constructor,
            given.code() == Fault.Code.SENDER,
            false));
  }

  /** The public constructor with the most parameters whose first parameter is the message. */
  private @Nullable JavaMethod constructor(JavaType exception) {
    JavaMethod found =
        exception.constructors().stream()
            .filter(c -> !c.parameters().isEmpty())
            .filter(c -> c.parameters().get(0).type().name().equals("java.lang.String"))
            .max(Comparator.comparingInt(c -> c.parameters().size()))
            .orElse(null);
    if (found == null) {
      problems.add(
          ProblemCode.FAULT_CONSTRUCTOR,
          exception.signature(),
          "a caller in Java could not rebuild it: no public constructor takes the message first.",
          "Write public "
              + exception.simpleName()
              + "(String message) { super(message); }, with the"
              + " detail's members after the message.");
    }
    return found;
  }

  private @Nullable JavaMethod accessor(JavaType exception, JavaMember parameter) {
    String name = parameter.name();
    if (name == null) {
      problems.add(
          ProblemCode.PARAMETER_NAME_UNAVAILABLE,
          parameter.signature(),
          "its name is not in the class file, so its accessor cannot be found.",
          "Compile with the annotation processor of Calm Anchor, or with -parameters.");
      return null;
    }
    String bean = "get" + Character.toUpperCase(name.charAt(0)) + name.substring(1);
    JavaMethod found =
        exception.methods().stream()
            .filter(m -> m.isPublic() && !m.isStatic() && m.parameters().isEmpty())
            .filter(m -> m.name().equals(name) || m.name().equals(bean))
            .filter(m -> m.result().type().equals(parameter.type()))
            .findFirst()
            .orElse(null);
    if (found == null) {
      problems.add(
          ProblemCode.FAULT_CONSTRUCTOR,
          parameter.signature(),
          "the exception has no public accessor for it.",
          "Write public "
              + parameter.type().signature()
              + " "
              + name
              + "() { return "
              + name
              + "; }, or leave it out of the constructor.");
    }
    return found;
  }
}
