package org.calmanchor.core.read;

import java.util.ArrayList;
import java.util.List;
import javax.xml.namespace.QName;
import org.calmanchor.annotations.Element;
import org.calmanchor.core.constraint.ConstraintReader;
import org.calmanchor.core.constraint.Constraints;
import org.calmanchor.core.introspection.Container;
import org.calmanchor.core.introspection.JavaAnnotation;
import org.calmanchor.core.introspection.JavaMember;
import org.calmanchor.core.introspection.JavaType;
import org.calmanchor.core.model.ComplexType;
import org.calmanchor.core.model.ElementDeclaration;
import org.calmanchor.core.model.Origin;
import org.calmanchor.core.model.Particle;
import org.calmanchor.core.model.SimpleType;
import org.calmanchor.core.model.Term;
import org.calmanchor.core.model.TypeUse;
import org.calmanchor.core.problem.ProblemCode;
import org.calmanchor.core.problem.Problems;
import org.calmanchor.core.read.TypeReader.ReadType;
import org.calmanchor.core.reading.JavaForm;
import org.jspecify.annotations.Nullable;

/** Reads parameters, components, properties and results into elements and attributes. */
final class MemberReader {
  private static final int BY_TYPE = -1;

  private final TypeReader types;
  private final Problems problems;

  MemberReader(TypeReader types) {
    this.types = types;
    this.problems = types.problems();
  }

  /** An element of a structure, and its Java form. */
  record ReadElement(QName name, Particle particle, JavaForm use, boolean needsProvider) {}

  /** What is known of a member before its type is read. */
  private record Position(
      JavaMember member,
      @Nullable Element given,
      JavaType type,
      boolean isOptional,
      String namespace,
      String path) {
    boolean nillable() {
      return given != null && given.nillable();
    }

    String xsdType() {
      return given == null ? "" : given.type();
    }

    boolean mayBeAbsent() {
      return isOptional || member.isNullable() || (given != null && given.minOccurs() == 0);
    }
  }

  /**
   * Reads the element for {@code member}.
   *
   * @param byDefault its name where neither annotation nor source gives one
   * @param namespace that of the structure around it
   * @param path the way here, for problems
   */
  ReadElement element(JavaMember member, String byDefault, String namespace, String path) {
    problems.contradictions(member, Element.class, path);
    Element given = member.annotation(Element.class);
    String source = member.name() == null ? byDefault : member.name();
    if (source.isEmpty() && (given == null || given.name().isEmpty())) {
      problems.add(
          ProblemCode.PARAMETER_NAME_UNAVAILABLE,
          path,
          "its name is not in the class file.",
          "Compile with the annotation processor of Calm Anchor or with -parameters, or name it here: @Element(name = \"...\").");
      // A unique placeholder, so that one problem does not cause others.
      source = "unnamed" + Integer.toHexString(path.hashCode());
    }
    String name = problems.name(given == null ? "" : given.name(), source, member, "@Element");
    boolean isOptional = member.type().name().equals("java.util.Optional");
    JavaType type =
        isOptional && member.type().arguments().size() == 1
            ? member.type().arguments().get(0)
            : member.type();
    Position position = new Position(member, given, type, isOptional, namespace, path);
    Container container = Container.of(type);
    checkAbsence(position, container);
    String home =
        problems.namespace(given == null ? "" : given.namespace(), namespace, member, "@Element");
    QName qualified = new QName(home, name);
    ReadElement read = read(position, qualified, container);
    types.examples().read(given == null ? "" : given.example(), read.use(), member, path);
    return read;
  }

  private ReadElement read(Position at, QName name, @Nullable Container container) {
    if (container == null) {
      return one(at, name);
    }
    return at.given() == null || at.given().wrapper().isEmpty()
        ? repeated(at, name, container)
        : wrapped(at, at.given().wrapper(), name, container);
  }

  private ReadElement one(Position at, QName name) {
    if (at.given() != null && !at.given().wrapper().isEmpty()) {
      problems.add(
          ProblemCode.WRAPPER_WITHOUT_LIST,
          at.path(),
          at.type().signature() + " is one value, so there is nothing to wrap.",
          "Leave wrapper out, or use a List.");
    }
    List<JavaAnnotation> given = new ArrayList<>(at.member().constraints());
    if (at.isOptional()) {
      given.addAll(at.type().useConstraints());
    }
    Constraints constraints =
        ConstraintReader.read(given, at.type(), at.mayBeAbsent(), problems, at.path());
    ReadType read = types.use(at.type(), at.xsdType(), constraints, at.path());
    JavaForm use = at.isOptional() ? new JavaForm.Maybe(read.use()) : read.use();
    Particle particle =
        particle(at, name, narrowed(read, constraints), doc(at, constraints), min(at, 1), 1);
    return new ReadElement(
        name, particle, use, constraints.needsProvider() || read.needsProvider());
  }

  private ReadElement repeated(Position at, QName name, Container container) {
    if (at.isOptional()) {
      problems.add(
          ProblemCode.OPTIONAL_LIST_UNWRAPPED,
          at.path(),
          "an Optional of " + container.words() + " cannot tell an absent one from an empty one.",
          "Put an element around the items: @Element(wrapper = \"...\"), or leave Optional out.");
    }
    if (at.nillable()) {
      problems.add(
          ProblemCode.ANNOTATIONS_CONTRADICT,
          at.path(),
          "the items of a list cannot be nil.",
          "Leave nillable out; an item without a value is left out of the list.");
    }
    Constraints size = sizeOf(at);
    Item item = item(at, container);
    int least = Math.max(min(at, 0), size.min());
    Particle particle = particle(at, name, item.type(), item.doc(at), least, size.max());
    return new ReadElement(
        name, particle, item.many(), size.needsProvider() || item.needsProvider());
  }

  private ReadElement wrapped(Position at, String outer, QName item, Container container) {
    Constraints size = sizeOf(at);
    problems.checkedName(outer, at.member(), "@Element", "wrapper");
    QName name = new QName(at.namespace(), outer);
    Item read = item(at, container);
    Origin origin = Origin.of(at.member().signature());
    ElementDeclaration inner = new ElementDeclaration(item, read.type(), false, "", origin);
    TypeUse type =
        ComplexType.sequence(
            List.of(new Particle(term(inner, at), size.min(), size.max())), origin);
    JavaForm.Wrapped use = new JavaForm.Wrapped(item, read.many());
    ElementDeclaration element =
        new ElementDeclaration(name, type, at.nillable(), read.doc(at), origin);
    return new ReadElement(
        name,
        new Particle(element, at.mayBeAbsent() ? 0 : 1, 1),
        at.isOptional() ? new JavaForm.Maybe(use) : use,
        size.needsProvider() || read.needsProvider());
  }

  private Constraints sizeOf(Position at) {
    return ConstraintReader.read(
        at.member().constraints(), at.type(), at.isOptional(), problems, at.path());
  }

  /** The type of the items of a container. */
  private record Item(
      TypeUse type, JavaForm.Many many, Constraints constraints, boolean needsProvider) {
    String doc(Position at) {
      return MemberReader.doc(at, constraints);
    }
  }

  private Item item(Position at, Container container) {
    JavaType type = at.type().arguments().get(0);
    Constraints constraints =
        ConstraintReader.read(ofItems(at, container), type, false, problems, at.path());
    ReadType read = types.use(type, at.xsdType(), constraints, at.path());
    return new Item(
        narrowed(read, constraints),
        new JavaForm.Many(container, type, read.use()),
        constraints,
        constraints.needsProvider() || read.needsProvider());
  }

  /**
   * The constraints on each item. Java attaches a constraint before an array type to the array's
   * item type too, although it is meant for the array.
   */
  private static List<JavaAnnotation> ofItems(Position at, Container container) {
    List<JavaAnnotation> items = at.type().arguments().get(0).useConstraints();
    if (container != Container.ARRAY) {
      return items;
    }
    List<String> ofArray = at.member().constraints().stream().map(JavaAnnotation::type).toList();
    return items.stream().filter(each -> !ofArray.contains(each.type())).toList();
  }

  private Particle particle(Position at, QName name, TypeUse type, String doc, int min, int max) {
    ElementDeclaration element =
        new ElementDeclaration(name, type, at.nillable(), doc, Origin.of(at.member().signature()));
    return new Particle(term(element, at), min, Math.max(min, max));
  }

  /** The element itself, or a reference to a global element if it is in another namespace. */
  private Term term(ElementDeclaration element, Position at) {
    if (element.name().getNamespaceURI().equals(at.namespace())) {
      return element;
    }
    types
        .parts()
        .declare(
            SchemaParts.Role.MEMBER,
            element,
            "element \"" + element.name().getLocalPart() + "\" of its namespace",
            at.path(),
            "Give it the type of the other one, or a name of its own: @Element(name = \"...\").");
    return new Term.ElementReference(element.name());
  }

  private static String doc(Position at, Constraints constraints) {
    return constraints.addedTo(Docs.of(at.given() == null ? "" : at.given().doc(), at.member()));
  }

  /** The type; an anonymous restriction of it if constraints have facets. */
  static TypeUse narrowed(ReadType read, Constraints constraints) {
    return constraints.facets().isEmpty()
        ? read.type()
        : new SimpleType(
            null, new SimpleType.Restriction(read.type(), constraints.facets()), "", Origin.NONE);
  }

  private static int min(Position at, int byDefault) {
    if (at.given() != null && at.given().minOccurs() != BY_TYPE) {
      return Math.max(0, Math.min(1, at.given().minOccurs()));
    }
    return at.mayBeAbsent() ? 0 : byDefault;
  }

  private void checkAbsence(Position at, @Nullable Container container) {
    int given = at.given() == null ? BY_TYPE : at.given().minOccurs();
    if (given != BY_TYPE && given != 0 && given != 1) {
      problems.add(
          ProblemCode.ANNOTATIONS_CONTRADICT,
          at.path(),
          "minOccurs = " + given + " is not possible.",
          "Write 0 (may be left out) or 1 (required).");
    }
    boolean isPrimitive = at.type().kind() == JavaType.Kind.PRIMITIVE && container == null;
    if (isPrimitive && (at.mayBeAbsent() || at.nillable())) {
      problems.primitive(at.type(), at.path());
    }
    if ((at.isOptional() || at.member().isNullable()) && given == 1) {
      problems.add(
          ProblemCode.ANNOTATIONS_CONTRADICT,
          at.path(),
          "minOccurs = 1 makes it required, but its type makes it optional.",
          "Leave minOccurs out, or use the plain type.");
    }
  }
}
