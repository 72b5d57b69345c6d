package org.calmanchor.core.read;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import javax.xml.namespace.QName;
import org.calmanchor.annotations.Lexical;
import org.calmanchor.annotations.Shape;
import org.calmanchor.core.constraint.Constraints;
import org.calmanchor.core.introspection.JavaConstant;
import org.calmanchor.core.introspection.JavaType;
import org.calmanchor.core.lexical.TypeMapping;
import org.calmanchor.core.lexical.TypeMappings;
import org.calmanchor.core.model.ComplexType;
import org.calmanchor.core.model.Facet;
import org.calmanchor.core.model.Names;
import org.calmanchor.core.model.Origin;
import org.calmanchor.core.model.Particle;
import org.calmanchor.core.model.SimpleType;
import org.calmanchor.core.model.TypeUse;
import org.calmanchor.core.model.Wildcard;
import org.calmanchor.core.problem.ProblemCode;
import org.calmanchor.core.problem.Problems;
import org.calmanchor.core.reading.JavaForm;
import org.calmanchor.core.reading.Members.StructureMember;
import org.jspecify.annotations.Nullable;

/** Maps the Java types that operations use to types of XML Schema. */
final class TypeReader {
  /** The Java types whose restrictions have been defined, by the names of these. */
  private final Map<QName, Class<?>> published = new HashMap<>();

  private final String namespace;
  private final boolean isDocumentGiven;
  private final Problems problems;
  private final SchemaParts parts;
  private final GivenTypes given;
  private final ExampleReader examples;
  private final MemberReader members;
  private final AttributeReader attributes;
  private final StructureReader structures;
  private final CollectionReader collections;

  /**
   * Creates a reader.
   *
   * @param isDocumentGiven whether a document, rather than the Java types, says what is on the wire
   */
  TypeReader(String namespace, boolean isDocumentGiven, Problems problems) {
    this.namespace = namespace;
    this.isDocumentGiven = isDocumentGiven;
    this.problems = problems;
    this.parts = new SchemaParts(problems);
    this.given = new GivenTypes(problems);
    this.examples = new ExampleReader(problems);
    this.members = new MemberReader(this);
    this.attributes = new AttributeReader(this);
    this.structures = new StructureReader(this);
    this.collections = new CollectionReader(this);
  }

  /**
   * A type of XML Schema, and the Java form of its values.
   *
   * @param needsProvider whether a provider of constraints has to check something within
   */
  record ReadType(TypeUse type, JavaForm use, boolean needsProvider) {
    ReadType(TypeUse type, JavaForm use) {
      this(type, use, false);
    }

    /** The type's local name, for names derived from it. */
    String localName() {
      String name = type instanceof TypeUse.Named named ? named.name().getLocalPart() : "Value";
      return Character.toUpperCase(name.charAt(0)) + name.substring(1);
    }
  }

  /** The reader of elements. */
  MemberReader members() {
    return members;
  }

  /** The reader of attributes. */
  AttributeReader attributes() {
    return attributes;
  }

  /** The reader of example values. */
  ExampleReader examples() {
    return examples;
  }

  Problems problems() {
    return problems;
  }

  SchemaParts parts() {
    return parts;
  }

  /** The types that documents define. */
  GivenTypes given() {
    return given;
  }

  /** The namespace of components that do not specify another one. */
  String namespace() {
    return namespace;
  }

  /** The Java types of all data types read so far, by type name. */
  Map<QName, StructureMember> structures() {
    return structures.members();
  }

  /** Finishes the data types after all have been found. */
  void finish() {
    structures.finish();
  }

  /** Whether the type has a simple type of XML Schema. */
  static boolean isSimple(JavaType type) {
    return type.kind() == JavaType.Kind.ENUM || TypeMappings.forJava(type.name()) != null;
  }

  /** A placeholder for a type that cannot be mapped, so that reading can go on. */
  static ReadType nothing(JavaType type) {
    return new ReadType(
        TypeUse.named(Names.xsd("string")), new JavaForm.Structure(type, new QName("")));
  }

  /** The XSD type of {@code type}, without other settings. */
  ReadType use(JavaType type, String path) {
    return use(type, "", Constraints.NONE, path);
  }

  /**
   * The XSD type of {@code type}. If it cannot be mapped, adds a problem and returns a placeholder
   * of xsd:string.
   *
   * @param xsdType the built-in type asked for; empty for the default
   * @param path the way here, for problems
   */
  ReadType use(JavaType type, String xsdType, Constraints constraints, String path) {
    TypeMapping<?> row = row(type, xsdType, path);
    if (row != null) {
      return new ReadType(
          published(type, row, path), new JavaForm.Simple(type, row, constraints.values()));
    }
    if (type.kind() == JavaType.Kind.ENUM) {
      return enumeration(type, path);
    }
    if (type.name().equals("org.w3c.dom.Element")) {
      return any(type, path);
    }
    if (isOpen(type)) {
      return refuse(
          ProblemCode.TYPE_ARGUMENTS,
          type,
          path,
          "what " + type.signature() + " stands for is not known here.",
          TypeSuggestions.ofOpen(type));
    }
    if ((isDocumentGiven || structures.isWithinGiven()) && isTree(type)) {
      return new ReadType(TypeUse.named(Names.xsd("anyType")), new JavaForm.Tree(type));
    }
    if (collections.reads(type)) {
      return collections.read(type, constraints, path);
    }
    if (type.arguments().isEmpty() && type.isGeneric()) {
      return refuse(
          ProblemCode.TYPE_ARGUMENTS,
          type,
          path,
          "what " + type.signature() + " holds is not known here.",
          "Say of what, as in List<Berth>, Map<String, Berth> or Optional<Berth>.");
    }
    if (structures.reads(type)) {
      return structures.read(type, path);
    }
    return refuse(
        ProblemCode.TYPE_UNMAPPABLE,
        type,
        path,
        type.signature() + " has no counterpart on the wire.",
        TypeSuggestions.of(type));
  }

  private static boolean isTree(JavaType type) {
    return type.name().equals("java.util.Map")
        && type.arguments().size() == 2
        && type.arguments().get(0).name().equals("java.lang.String")
        && type.arguments().get(1).name().equals("java.lang.Object");
  }

  private ReadType refuse(ProblemCode code, JavaType type, String path, String what, String fix) {
    problems.add(code, path, what, fix);
    return nothing(type);
  }

  private static boolean isOpen(JavaType type) {
    return type.kind() == JavaType.Kind.VARIABLE || type.kind() == JavaType.Kind.WILDCARD;
  }

  private @Nullable TypeMapping<?> row(JavaType type, String xsdType, String path) {
    List<TypeMapping<?>> rows = TypeMappings.allForJava(type.name());
    if (!xsdType.isEmpty()) {
      for (TypeMapping<?> row : rows) {
        if (row.base().getLocalPart().equals(xsdType)) {
          return row;
        }
      }
      problems.add(
          ProblemCode.XSD_TYPE_UNFIT,
          path,
          type.signature() + " cannot be written as xsd:" + xsdType + ".",
          rows.isEmpty()
              ? "Leave type out; it is for simple values."
              : "Write one of: "
                  + String.join(
                      ", ", rows.stream().map(each -> each.base().getLocalPart()).toList())
                  + ".");
    }
    return rows.isEmpty() ? null : rows.get(0);
  }

  private TypeUse published(JavaType type, TypeMapping<?> row, String path) {
    checkShape(type, path);
    TypeMapping.Restriction restriction = row.restriction();
    if (restriction == null) {
      return TypeUse.named(row.base());
    }
    QName name = new QName(namespace, restriction.name());
    // Once is enough: what is defined again would be compared as a whole.
    if (!row.javaType().equals(published.put(name, row.javaType()))) {
      parts.define(
          name,
          new SimpleType(
              name,
              new SimpleType.Restriction(TypeUse.named(row.base()), restriction.facets()),
              restriction.doc(),
              Origin.of(type.signature())),
          path);
    }
    return TypeUse.named(name);
  }

  /**
   * A type that contains one element of any name. The wrapper keeps a wildcard from being ambiguous
   * beside other elements (Unique Particle Attribution).
   */
  private ReadType any(JavaType type, String path) {
    QName name = new QName(namespace, "AnyElement");
    parts.define(
        name,
        new ComplexType(
            name,
            ComplexType.Elements.sequence(List.of(new Particle(Wildcard.ANY, 1, 1))),
            List.of(),
            false,
            "Around one element of any name",
            Origin.of(type.signature())),
        path);
    return new ReadType(TypeUse.named(name), new JavaForm.Any(type));
  }

  private void checkShape(JavaType type, String path) {
    if (type.useAnnotation(Shape.class) != null) {
      problems.add(
          ProblemCode.SHAPE_INVALID,
          path,
          "@Shape stands on " + type.signature() + ", which has no members to choose from.",
          "Put it on the use of a record or class.");
    }
  }

  private ReadType enumeration(JavaType type, String path) {
    checkShape(type, path);
    org.calmanchor.annotations.SimpleType given =
        type.annotation(org.calmanchor.annotations.SimpleType.class);
    String local =
        problems.name(given == null ? "" : given.name(), type.simpleName(), type, "@SimpleType");
    String home =
        problems.namespace(given == null ? "" : given.namespace(), namespace, type, "@SimpleType");
    QName name = new QName(home, local);
    Map<String, String> constants = constants(type);
    this.given.add(type, name, given == null ? "" : given.document());
    if (parts.reserve(name, type, path)) {
      List<Facet> facets = new ArrayList<>();
      constants.keySet().forEach(form -> facets.add(new Facet(Facet.Kind.ENUMERATION, form)));
      parts.fulfil(
          name,
          new SimpleType(
              name,
              new SimpleType.Restriction(TypeUse.named(Names.xsd("string")), facets),
              Docs.of(given == null ? "" : given.doc(), type),
              Origin.of(type.signature())));
    }
    return new ReadType(TypeUse.named(name), new JavaForm.Constant(type, constants));
  }

  private Map<String, String> constants(JavaType type) {
    Map<String, String> constants = new LinkedHashMap<>();
    for (JavaConstant constant : type.constants()) {
      Lexical given = constant.annotation(Lexical.class);
      String form = given == null ? constant.name() : given.value();
      String other = constants.putIfAbsent(form, constant.name());
      if (other != null || form.isBlank() || !form.equals(form.strip())) {
        problems.add(
            ProblemCode.ENUM_LEXICAL,
            constant.signature(),
            other == null
                ? "its form on the wire, \"" + form + "\", is blank or has space at its ends."
                : "its form on the wire, \"" + form + "\", is also that of " + other + ".",
            "Give it a form of its own: @Lexical(\"...\").");
      }
    }
    if (constants.isEmpty()) {
      problems.add(
          ProblemCode.ENUM_LEXICAL,
          type.signature(),
          "an enum without constants has no values.",
          "Give it at least one constant.");
    }
    return constants;
  }
}
