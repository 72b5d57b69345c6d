package org.calmanchor.core.read;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import javax.xml.namespace.QName;
import org.calmanchor.annotations.Fault;
import org.calmanchor.core.model.ComplexType;
import org.calmanchor.core.model.ElementDeclaration;
import org.calmanchor.core.model.Origin;
import org.calmanchor.core.model.Particle;
import org.calmanchor.core.read.Members.FaultMember;
import org.calmanchor.core.read.Members.PropertyMember;
import org.jspecify.annotations.Nullable;

/** Reads exceptions with {@link Fault} into detail elements. */
final class FaultReader {
  private final TypeReader types;
  private final Problems problems;
  private final Map<JavaType, DeclaredFault> read = new LinkedHashMap<>();

  FaultReader(TypeReader types) {
    this.types = types;
    this.problems = types.problems();
  }

  /** A fault's detail element and the exception behind it. */
  record DeclaredFault(ElementDeclaration element, FaultMember member) {}

  /** The declared fault that {@code exception} is, or null when it is not marked as one. */
  @Nullable DeclaredFault fault(JavaType exception) {
    Fault given = exception.annotation(Fault.class);
    if (given == null) {
      return null;
    }
    return read.computeIfAbsent(exception, e -> read(e, given));
  }

  private DeclaredFault read(JavaType exception, Fault given) {
    String local = problems.name(given.name(), exception.simpleName(), exception, "@Fault");
    QName name = new QName(types.namespace(), local);
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
        Particle particle =
            types.members().element(parameter, accessor.name(), parameter.signature());
        names.claimElement(MemberReader.nameOf(particle).getLocalPart(), parameter);
        particles.add(particle);
        properties.add(new PropertyMember(MemberReader.nameOf(particle), false, parameter.type()));
        accessors.add(accessor);
      }
    }
    Origin origin = Origin.of(exception.signature());
    return new DeclaredFault(
        new ElementDeclaration(
            name, ComplexType.sequence(particles, origin), false, given.doc(), origin),
        new FaultMember(name, exception, properties, accessors, given.code() == Fault.Code.SENDER));
  }

  /** The longest public constructor that takes the message first. */
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
          "Compile with -parameters.");
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
          "the exception has no public accessor that gives it back.",
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
