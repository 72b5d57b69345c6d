package org.calmanchor.core.read;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import javax.xml.namespace.QName;
import org.calmanchor.annotations.Attribute;
import org.calmanchor.annotations.ComplexType;
import org.calmanchor.annotations.Lexical;
import org.calmanchor.core.lexical.TypeMapping;
import org.calmanchor.core.lexical.TypeMappings;
import org.calmanchor.core.model.AttributeUse;
import org.calmanchor.core.model.Facet;
import org.calmanchor.core.model.Names;
import org.calmanchor.core.model.Origin;
import org.calmanchor.core.model.Particle;
import org.calmanchor.core.model.SimpleType;
import org.calmanchor.core.model.Term;
import org.calmanchor.core.model.TypeDefinition;
import org.calmanchor.core.model.TypeUse;
import org.calmanchor.core.read.Members.EnumMember;
import org.calmanchor.core.read.Members.MappedMember;
import org.calmanchor.core.read.Members.PropertyMember;
import org.calmanchor.core.read.Members.RecordMember;
import org.calmanchor.core.read.Members.TypeMember;

/** Reads the data types that operations reach into schema types of one namespace. */
final class TypeReader {
  private final String namespace;
  private final Problems problems;
  private final MemberReader members;
  private final Map<String, JavaType> owners = new LinkedHashMap<>();
  private final Map<String, TypeDefinition> definitions = new TreeMap<>();
  private final Map<QName, TypeMember> typeMembers = new LinkedHashMap<>();

  TypeReader(String namespace, Problems problems) {
    this.namespace = namespace;
    this.problems = problems;
    this.members = new MemberReader(this);
  }

  /** The reader of the positions that hold these types. */
  MemberReader members() {
    return members;
  }

  Problems problems() {
    return problems;
  }

  String namespace() {
    return namespace;
  }

  /** All types read, by name. */
  List<TypeDefinition> definitions() {
    return List.copyOf(definitions.values());
  }

  /** What stands for each of them. */
  Map<QName, TypeMember> typeMembers() {
    return typeMembers;
  }

  /**
   * The type that stands for {@code type}; a problem, and xsd:string, when there is none.
   *
   * @param path the way here, for problems
   */
  TypeUse use(JavaType type, String path) {
    TypeMapping<?> mapping = TypeMappings.forJava(type.name());
    if (mapping != null) {
      return mapped(type, mapping, path);
    }
    if (!type.arguments().isEmpty() || type.isGeneric() || isOpen(type)) {
      return unusableArguments(type, path);
    }
    return switch (type.kind()) {
      case ENUM -> enumeration(type, path);
      case RECORD -> record(type, path);
      default -> {
        problems.add(
            ProblemCode.TYPE_UNMAPPABLE,
            path,
            type.signature() + " has no counterpart on the wire.",
            WaysOut.of(type));
        yield TypeUse.named(Names.xsd("string"));
      }
    };
  }

  private static boolean isOpen(JavaType type) {
    return type.kind() == JavaType.Kind.VARIABLE || type.kind() == JavaType.Kind.WILDCARD;
  }

  private TypeUse unusableArguments(JavaType type, String path) {
    boolean isContainer = type.isA("java.lang.Iterable") || type.isA("java.util.Optional");
    if (!isContainer && type.kind() != JavaType.Kind.RECORD && !isOpen(type)) {
      problems.add(
          ProblemCode.TYPE_UNMAPPABLE,
          path,
          type.signature() + " has no counterpart on the wire.",
          WaysOut.of(type));
    } else {
      problems.add(
          ProblemCode.TYPE_ARGUMENTS,
          path,
          isOpen(type)
              ? "what " + type.signature() + " stands for is not known here."
              : "what " + type.signature() + " holds is not known here.",
          isContainer
              ? "Say of what, as in List<Berth>, Set<Berth> or Optional<Berth>."
              : isOpen(type)
                  ? "Name the type that is meant."
                  : "Write a record without type parameters that says each member's type.");
    }
    return TypeUse.named(Names.xsd("string"));
  }

  private TypeUse mapped(JavaType type, TypeMapping<?> mapping, String path) {
    TypeMapping.Restriction restriction = mapping.restriction();
    if (restriction == null) {
      return TypeUse.named(mapping.base());
    }
    QName name = new QName(namespace, restriction.name());
    if (claim(name, type, path)) {
      define(
          name,
          new SimpleType(
              name,
              new SimpleType.Restriction(TypeUse.named(mapping.base()), restriction.facets()),
              restriction.doc(),
              Origin.of(type.signature())),
          new MappedMember(type));
    }
    return TypeUse.named(name);
  }

  private TypeUse enumeration(JavaType type, String path) {
    QName name = new QName(namespace, type.simpleName());
    if (claim(name, type, path)) {
      Map<String, String> constants = new LinkedHashMap<>();
      List<Facet> facets = new ArrayList<>();
      for (JavaConstant constant : type.constants()) {
        Lexical given = constant.annotation(Lexical.class);
        String form = given == null ? constant.name() : given.value();
        String other = constants.put(form, constant.name());
        if (other != null || form.isBlank() || !form.equals(form.strip())) {
          problems.add(
              ProblemCode.ENUM_LEXICAL,
              constant.signature(),
              other == null
                  ? "its form on the wire, \"" + form + "\", is blank or has space at its ends."
                  : "its form on the wire, \"" + form + "\", is also that of " + other + ".",
              "Give it a form of its own: @Lexical(\"...\").");
        }
        facets.add(new Facet(Facet.Kind.ENUMERATION, form));
      }
      if (constants.isEmpty()) {
        problems.add(
            ProblemCode.ENUM_LEXICAL,
            type.signature(),
            "an enum without constants has no values.",
            "Give it at least one constant.");
      }
      define(
          name,
          new SimpleType(
              name,
              new SimpleType.Restriction(TypeUse.named(Names.xsd("string")), facets),
              "",
              Origin.of(type.signature())),
          new EnumMember(type, constants));
    }
    return TypeUse.named(name);
  }

  private TypeUse record(JavaType type, String path) {
    ComplexType given = type.annotation(ComplexType.class);
    String local =
        problems.name(given == null ? "" : given.name(), type.simpleName(), type, "@ComplexType");
    QName name = new QName(namespace, local);
    if (!claim(name, type, path)) {
      return TypeUse.named(name);
    }
    String opens = type.missingOpens();
    if (opens != null) {
      problems.add(
          ProblemCode.PACKAGE_CLOSED,
          path,
          type.signature() + " is in a package that its module keeps closed to us.",
          "Write in its module-info.java: " + opens);
    }
    List<Particle> particles = new ArrayList<>();
    List<AttributeUse> attributes = new ArrayList<>();
    List<PropertyMember> properties = new ArrayList<>();
    NameTable names = new NameTable(problems, type.signature());
    for (JavaMember component : type.components()) {
      String way = path + " -> " + component.signature();
      if (component.annotation(Attribute.class) != null) {
        AttributeUse attribute = members.attribute(component, way);
        names.claimAttribute(attribute.name().getLocalPart(), component);
        attributes.add(attribute);
        properties.add(new PropertyMember(attribute.name(), true, component.type()));
      } else {
        Particle particle = members.element(component, "", way);
        QName element = MemberReader.nameOf(particle);
        names.claimElement(element.getLocalPart(), component);
        particles.add(particle);
        properties.add(new PropertyMember(element, false, component.type()));
      }
    }
    define(
        name,
        new org.calmanchor.core.model.ComplexType(
            name,
            new org.calmanchor.core.model.ComplexType.Elements(
                null, new Term.Group(Term.Compositor.SEQUENCE, particles), false),
            attributes,
            false,
            given == null ? "" : given.doc(),
            Origin.of(type.signature())),
        new RecordMember(type, properties));
    return TypeUse.named(name);
  }

  private void define(QName name, TypeDefinition definition, TypeMember member) {
    definitions.put(name.getLocalPart(), definition);
    typeMembers.put(name, member);
  }

  /** Whether {@code type} now owns {@code name} for the first time; a problem if another does. */
  private boolean claim(QName name, JavaType type, String path) {
    JavaType owner = owners.putIfAbsent(name.getLocalPart(), type);
    if (owner != null && !owner.equals(type)) {
      problems.add(
          ProblemCode.TYPE_NAMES_COLLIDE,
          path,
          owner.name()
              + " and "
              + type.name()
              + " would both be type \""
              + name.getLocalPart()
              + "\".",
          type.kind() == JavaType.Kind.RECORD || owner.kind() != JavaType.Kind.RECORD
              ? "Give one of them a name of its own: @ComplexType(name = \"...\") on a record, a"
                  + " new Java name for an enum."
              : "Give " + owner.simpleName() + " a name of its own: @ComplexType(name = \"...\").");
    }
    return owner == null;
  }
}
