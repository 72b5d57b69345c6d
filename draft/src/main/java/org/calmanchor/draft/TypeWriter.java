package org.calmanchor.draft;

import com.palantir.javapoet.AnnotationSpec;
import com.palantir.javapoet.ClassName;
import com.palantir.javapoet.FieldSpec;
import com.palantir.javapoet.MethodSpec;
import com.palantir.javapoet.ParameterizedTypeName;
import com.palantir.javapoet.TypeSpec;
import java.util.List;
import java.util.Locale;
import java.util.Objects;
import java.util.Set;
import java.util.stream.Collectors;
import javax.lang.model.element.Modifier;
import javax.xml.namespace.QName;
import org.calmanchor.annotations.ComplexType;
import org.calmanchor.draft.text.Javadoc;

/** Writes records, sealed interfaces and classes for complex types. */
final class TypeWriter {
  private final DraftedTypes types;
  private final MemberDrafter members;
  private final String document;

  /**
   * Creates a writer.
   *
   * @param document the document that defines the types, for annotations; empty if the service
   *     names it
   */
  TypeWriter(DraftedTypes types, MemberDrafter members, String document) {
    this.types = types;
    this.document = document;
    this.members = members;
  }

  TypeSpec write(org.calmanchor.core.model.ComplexType type) {
    return switch (types.complex().of(type)) {
      case RECORD -> ofRecord(type);
      case INTERFACE -> ofInterface(type);
      default -> ofClass(type);
    };
  }

  private TypeSpec ofRecord(org.calmanchor.core.model.ComplexType type) {
    List<DraftedMember> all = members.members(type);
    MethodSpec.Builder components = MethodSpec.constructorBuilder();
    all.forEach(member -> components.addParameter(member.parameter()));
    TypeSpec.Builder built =
        TypeSpec.recordBuilder(types.nameOf(type))
            .addModifiers(Modifier.PUBLIC)
            .addJavadoc(javadoc(type, all).block())
            .recordConstructor(components.build());
    addAnnotation(built, type, List.of());
    org.calmanchor.core.model.ComplexType base = types.complex().base(type);
    if (base != null) {
      built.addSuperinterface(types.nameOf(base));
    }
    return built.build();
  }

  private TypeSpec ofInterface(org.calmanchor.core.model.ComplexType type) {
    TypeSpec.Builder built =
        TypeSpec.interfaceBuilder(types.nameOf(type))
            .addModifiers(Modifier.PUBLIC, Modifier.SEALED)
            .addJavadoc(javadoc(type, List.of()).block());
    addAnnotation(built, type, List.of());
    org.calmanchor.core.model.ComplexType base = types.complex().base(type);
    if (base != null) {
      built.addSuperinterface(types.nameOf(base));
    }
    types.complex().children(type).forEach(each -> built.addPermittedSubclass(types.nameOf(each)));
    return built.build();
  }

  private TypeSpec ofClass(org.calmanchor.core.model.ComplexType type) {
    List<DraftedMember> own = own(type);
    List<org.calmanchor.core.model.ComplexType> children = types.complex().children(type);
    TypeSpec.Builder built =
        TypeSpec.classBuilder(types.nameOf(type))
            .addModifiers(Modifier.PUBLIC)
            .addJavadoc(javadoc(type, List.of()).block());
    if (type.isAbstract()) {
      built.addModifiers(Modifier.ABSTRACT);
    }
    built.addModifiers(children.isEmpty() ? Modifier.FINAL : Modifier.SEALED);
    addAnnotation(built, type, own.stream().map(DraftedMember::name).toList());
    children.forEach(each -> built.addPermittedSubclass(types.nameOf(each)));
    org.calmanchor.core.model.ComplexType base = types.complex().base(type);
    if (base != null && types.complex().of(base) == ComplexForms.Form.CLASS) {
      built.superclass(types.nameOf(base));
    } else if (base != null) {
      built.addSuperinterface(types.nameOf(base));
    }
    own.forEach(member -> built.addField(field(member)));
    built.addMethod(
        MethodSpec.constructorBuilder()
            .addModifiers(type.isAbstract() ? Modifier.PROTECTED : Modifier.PUBLIC)
            .addJavadoc("Creates one without values.\n")
            .build());
    own.forEach(member -> built.addMethod(getter(member)).addMethod(setter(member)));
    return built.build();
  }

  /** The members that a class does not inherit from another class. */
  private List<DraftedMember> own(org.calmanchor.core.model.ComplexType type) {
    org.calmanchor.core.model.ComplexType base = types.complex().base(type);
    boolean isInherited = base != null && types.complex().of(base) == ComplexForms.Form.CLASS;
    Set<List<Object>> inherited =
        !isInherited
            ? Set.of()
            : members.members(Objects.requireNonNull(base)).stream()
                .map(TypeWriter::key)
                .collect(Collectors.toSet());
    return members.members(type).stream()
        .filter(member -> !inherited.contains(key(member)))
        .toList();
  }

  private static List<Object> key(DraftedMember member) {
    return List.of(member.kind(), member.wireName());
  }

  private static FieldSpec field(DraftedMember member) {
    FieldSpec.Builder field =
        FieldSpec.builder(member.type(), member.name(), Modifier.PRIVATE)
            .addAnnotations(member.annotations());
    if (member.type() instanceof ParameterizedTypeName generic) {
      ClassName raw = generic.rawType();
      switch (raw.simpleName()) {
        case "Optional" -> field.initializer("$T.empty()", raw);
        case "List" -> field.initializer("$T.of()", raw);
        default -> field.initializer("$T.of()", raw);
      }
    }
    return field.build();
  }

  static MethodSpec getter(DraftedMember member) {
    return MethodSpec.methodBuilder(member.name())
        .addModifiers(Modifier.PUBLIC)
        .addJavadoc("$L.\n", said(member))
        .returns(member.type())
        .addStatement("return $N", member.name())
        .build();
  }

  private static MethodSpec setter(DraftedMember member) {
    String name = member.name();
    int first = name.offsetByCodePoints(0, 1);
    return MethodSpec.methodBuilder(
            "set" + name.substring(0, first).toUpperCase(Locale.ROOT) + name.substring(first))
        .addModifiers(Modifier.PUBLIC)
        .addJavadoc("Sets $L.\n", "{@link #" + name + "}")
        .addParameter(member.type(), name)
        .addStatement("this.$N = $N", name, name)
        .build();
  }

  private static String said(DraftedMember member) {
    String doc = member.doc().isEmpty() ? "The value of " + member.name() : member.doc();
    return doc.substring(0, 1).toUpperCase(Locale.ROOT) + doc.substring(1);
  }

  private Javadoc javadoc(
      org.calmanchor.core.model.ComplexType type, List<DraftedMember> documented) {
    Javadoc javadoc = new Javadoc(type.doc(), types.described(type));
    documented.stream()
        .filter(member -> !member.doc().isEmpty())
        .forEach(member -> javadoc.param(member.name(), member.doc()));
    return javadoc;
  }

  /** Java's subtypes have to have the names that {@code xsi:type} has. */
  private void addAnnotation(
      TypeSpec.Builder built, org.calmanchor.core.model.ComplexType type, List<String> order) {
    AnnotationSpec.Builder mark = AnnotationSpec.builder(ComplexType.class);
    String own = types.nameOf(type).simpleName();
    QName name = type.name();
    boolean hasOrder = types.complex().of(type) == ComplexForms.Form.CLASS;
    boolean isGiven = name != null && !document.isEmpty() && !name.getNamespaceURI().isEmpty();
    boolean isRenamed =
        name != null && types.complex().base(type) != null && !own.equals(name.getLocalPart());
    if (name != null && (isGiven || isRenamed)) {
      named(mark, own, name);
    }
    if (isGiven) {
      mark.addMember("document", "$S", document);
    }
    if (hasOrder) {
      String listed =
          order.stream().map(each -> "\"" + each + "\"").collect(Collectors.joining(", "));
      mark.addMember("order", "{$L}", listed);
    }
    if (hasOrder || isGiven || isRenamed) {
      built.addAnnotation(mark.build());
    }
  }

  /** Adds the name on the wire, if Java's is another one, and the namespace. */
  static AnnotationSpec.Builder named(AnnotationSpec.Builder mark, String own, QName name) {
    if (!own.equals(name.getLocalPart())) {
      mark.addMember("name", "$S", name.getLocalPart());
    }
    if (!name.getNamespaceURI().isEmpty()) {
      mark.addMember("namespace", "$S", name.getNamespaceURI());
    }
    return mark;
  }
}
