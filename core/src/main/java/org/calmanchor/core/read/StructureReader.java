package org.calmanchor.core.read;

import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.stream.Collectors;
import javax.xml.namespace.QName;
import org.calmanchor.annotations.ComplexType;
import org.calmanchor.annotations.Shape;
import org.calmanchor.core.introspection.JavaType;
import org.calmanchor.core.model.Origin;
import org.calmanchor.core.model.TypeUse;
import org.calmanchor.core.problem.ProblemCode;
import org.calmanchor.core.problem.Problems;
import org.calmanchor.core.read.StructureMembers.Content;
import org.calmanchor.core.read.TypeReader.ReadType;
import org.calmanchor.core.reading.JavaForm;
import org.calmanchor.core.reading.Members;
import org.calmanchor.core.reading.Members.StructureMember;
import org.jspecify.annotations.Nullable;

/** Reads records, classes and their common supertypes into complex types. */
final class StructureReader {
  /**
   * The deepest nesting of type arguments; a recursion with growing type arguments would never end.
   */
  private static final int MOST_ARGUMENTS = 6;

  private final TypeReader types;
  private final Deque<JavaType> open = new ArrayDeque<>();
  private final Problems problems;
  private final Map<QName, StructureMember> members = new LinkedHashMap<>();
  private final Map<QName, Base> bases = new LinkedHashMap<>();
  private final Map<QName, JavaType> shared = new HashMap<>();
  private final Map<QName, QName> superclasses = new LinkedHashMap<>();

  private int givenDepth;

  /** A base type that was found after its subtype had been read. */
  private record Base(QName name, JavaType type) {}

  StructureReader(TypeReader types) {
    this.types = types;
    this.problems = types.problems();
  }

  Map<QName, StructureMember> members() {
    return members;
  }

  /** Whether a type that a document defines is being read. */
  boolean isWithinGiven() {
    return givenDepth > 0;
  }

  boolean reads(JavaType type) {
    return switch (type.kind()) {
      case RECORD -> true;
      case CLASS, INTERFACE ->
          type.annotation(ComplexType.class) != null || !type.permitted().isEmpty();
      default -> false;
    };
  }

  ReadType read(JavaType type, String path) {
    ComplexType given = type.annotation(ComplexType.class);
    Shape shape = type.useAnnotation(Shape.class);
    QName name = name(type, given, shape, path);
    ReadType read = new ReadType(TypeUse.named(name), new JavaForm.Structure(type, name));
    if (!types.parts().reserve(name, type, path)) {
      return read;
    }
    if (grows(type)) {
      problems.add(
          ProblemCode.TYPE_GROWS,
          path,
          type.signature() + " holds itself with more and more type arguments.",
          "Name the type that is meant, or write a record without type parameters.");
      return TypeReader.nothing(type);
    }
    checkOpen(type, path);
    String document = given == null || shape != null ? "" : given.document();
    types.given().add(type, name, document);
    open.addLast(type);
    givenDepth += document.isEmpty() ? 0 : 1;
    define(name, type, given, shape, path);
    if (shape == null) {
      readDerived(name, type, path);
    }
    givenDepth -= document.isEmpty() ? 0 : 1;
    open.removeLast();
    return read;
  }

  /** Whether the type was found within itself repeatedly, each time with deeper type arguments. */
  private boolean grows(JavaType type) {
    int depth = depth(type);
    return depth > MOST_ARGUMENTS
        && open.stream()
            .anyMatch(around -> around.name().equals(type.name()) && depth(around) < depth);
  }

  private static int depth(JavaType type) {
    return type.arguments().stream().mapToInt(argument -> 1 + depth(argument)).max().orElse(0);
  }

  private QName name(
      JavaType type, @Nullable ComplexType given, @Nullable Shape shape, String path) {
    String own = given == null || given.name().isEmpty() ? type.simpleName() : given.name();
    String local =
        type.arguments().stream()
                .map(argument -> types.use(argument, path).localName())
                .collect(Collectors.joining())
            + own;
    String home =
        problems.namespace(
            given == null ? "" : given.namespace(), types.namespace(), type, "@ComplexType");
    return shape == null
        ? new QName(home, problems.name(local, local, type, "@ComplexType"))
        : new QName(home, problems.checkedName(shape.name(), type, "@Shape", "name"));
  }

  private void checkOpen(JavaType type, String path) {
    String opens = type.missingOpens();
    if (opens != null && type.kind() != JavaType.Kind.INTERFACE) {
      problems.add(
          ProblemCode.PACKAGE_CLOSED,
          path,
          type.signature() + " is in a package that its module does not open to us.",
          "Write in its module-info.java: " + opens);
    }
  }

  private void define(
      QName name, JavaType type, @Nullable ComplexType given, @Nullable Shape shape, String path) {
    QName base = shape == null ? superclassOf(type, path) : null;
    Content content =
        new StructureMembers(types, type, name, path).read(given, shape, base != null);
    if (base != null) {
      superclasses.put(name, base);
    }
    types
        .parts()
        .fulfil(
            name,
            extending(
                base,
                new org.calmanchor.core.model.ComplexType(
                    name,
                    content.content(),
                    content.attributes(),
                    isAbstract(type),
                    content.documented(Docs.of(given == null ? "" : given.doc(), type)),
                    Origin.of(type.signature()))));
    members.put(
        name,
        new StructureMember(
            type, content.properties(), content.omitted(), content.needsProvider()));
  }

  private static org.calmanchor.core.model.ComplexType extending(
      @Nullable QName base, org.calmanchor.core.model.ComplexType type) {
    return base == null || type.content() instanceof org.calmanchor.core.model.ComplexType.Text
        ? type
        : type.extending(base);
  }

  private static boolean isAbstract(JavaType type) {
    return type.kind() != JavaType.Kind.RECORD && type.isAbstract();
  }

  /** The data type that a class extends, or null if there is none. */
  private @Nullable QName superclassOf(JavaType type, String path) {
    JavaType above = type.kind() == JavaType.Kind.CLASS ? type.superclass() : null;
    if (above == null || !reads(above)) {
      return null;
    }
    return types.use(above, path).type() instanceof TypeUse.Named named ? named.name() : null;
  }

  private void readDerived(QName name, JavaType type, String path) {
    List<JavaType> derived = new ArrayList<>(type.permitted());
    for (JavaType listed : type.classes(ComplexType.class, "derived")) {
      if (!listed.isA(type.name()) || listed.name().equals(type.name())) {
        problems.add(
            ProblemCode.DERIVED_NOT_SUBTYPE,
            type.signature(),
            listed.signature() + " is listed as derived, but does not extend or implement it.",
            "Extend it, or remove it from the list.");
      } else if (!derived.contains(listed)) {
        derived.add(listed);
      }
    }
    boolean isListed = !type.classes(ComplexType.class, "derived").isEmpty();
    if (derived.isEmpty() && !isListed && isAbstract(type)) {
      problems.add(
          ProblemCode.SUBTYPES_UNKNOWN,
          path,
          "no object is of exactly " + type.signature() + ", and its subtypes are not known.",
          "Make it sealed, or list its subtypes: @ComplexType(derived = {...}).");
    }
    for (JavaType subtype : derived) {
      String way = path + " -> " + subtype.signature();
      if (subtype.isGeneric() && subtype.arguments().isEmpty()) {
        problems.add(
            ProblemCode.TYPE_ARGUMENTS,
            way,
            "what " + subtype.signature() + " holds does not follow from " + type.signature() + ".",
            "Let its type parameters be those of "
                + type.simpleName()
                + ", or write it without any.");
        continue;
      }
      ReadType read = types.use(subtype, way);
      if (!(read.use() instanceof JavaForm.Structure)) {
        problems.add(
            ProblemCode.SUBTYPE_NOT_STRUCTURE,
            way,
            subtype.signature()
                + " is one simple value, which cannot extend "
                + type.signature()
                + ".",
            "Let a record hold it, and be the subtype in its place.");
      } else if (read.type() instanceof TypeUse.Named named
          // A base type that is still being read is reserved already, because it may contain its
          // own subtype.
          && types.parts().isReserved(named.name())) {
        put(named.name(), subtype, name, type, way);
      }
    }
  }

  private void put(QName sub, JavaType subtype, QName base, JavaType baseType, String path) {
    Base other = bases.putIfAbsent(sub, new Base(base, baseType));
    if (other != null && !other.name().equals(base)) {
      problems.add(
          ProblemCode.BASES_SEVERAL,
          path,
          subtype.signature()
              + " would extend both "
              + other.type().signature()
              + " and "
              + baseType.signature()
              + "; XML Schema lets a type extend one.",
          "Let it implement one of them, or reach one of them only through the other.");
    }
    shared.put(sub, subtype);
  }

  /**
   * Adds inherited members after all types are read, because a type may contain its own subtypes.
   * Lets types extend the sealed type that permits them if they do not extend another data type.
   */
  void finish() {
    Map<QName, StructureMember> own = new LinkedHashMap<>(members);
    superclasses.keySet().forEach(name -> members.put(name, withInherited(name, own)));
    bases.forEach(
        (sub, base) -> {
          if (types.parts().type(sub) instanceof org.calmanchor.core.model.ComplexType type
              && type.base() == null) {
            if (type.content() instanceof org.calmanchor.core.model.ComplexType.Text) {
              problems.add(
                  ProblemCode.SIMPLE_CONTENT_INVALID,
                  String.valueOf(shared.get(sub)),
                  "a type with @SimpleContent cannot extend " + base.type().signature() + ".",
                  "Write its text as an element, or do not extend the other type.");
            } else {
              types.parts().fulfil(sub, type.extending(base.name()));
            }
          }
        });
  }

  private StructureMember withInherited(QName name, Map<QName, StructureMember> own) {
    StructureMember structure = Objects.requireNonNull(own.get(name));
    NameTable names = new NameTable(problems, structure.javaType().signature());
    List<Members.PropertyMember> all = new ArrayList<>();
    for (QName at = name; at != null; at = superclasses.get(at)) {
      StructureMember above = own.get(at);
      all.addAll(0, above == null ? List.of() : above.properties());
    }
    all.forEach(
        property ->
            names.reserve(property.kind(), property.wireName().getLocalPart(), property.member()));
    return new StructureMember(
        structure.javaType(), all, structure.omitted(), structure.needsProvider());
  }
}
