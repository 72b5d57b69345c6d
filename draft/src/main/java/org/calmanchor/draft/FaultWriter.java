package org.calmanchor.draft;

import com.palantir.javapoet.AnnotationSpec;
import com.palantir.javapoet.ClassName;
import com.palantir.javapoet.FieldSpec;
import com.palantir.javapoet.MethodSpec;
import com.palantir.javapoet.ParameterizedTypeName;
import com.palantir.javapoet.TypeName;
import com.palantir.javapoet.TypeSpec;
import java.io.Serial;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import javax.lang.model.element.Modifier;
import org.calmanchor.annotations.Fault;
import org.calmanchor.core.model.ComplexType;
import org.calmanchor.core.model.Contract;
import org.calmanchor.core.model.ElementDeclaration;
import org.calmanchor.core.model.Member;
import org.calmanchor.draft.text.Javadoc;
import org.calmanchor.draft.text.UniqueNames;

/** Writes exceptions for declared faults. */
final class FaultWriter {
  private final Contract contract;
  private final MemberDrafter members;

  FaultWriter(Contract contract, MemberDrafter members) {
    this.contract = contract;
    this.members = members;
  }

  /** The elements whose types the exception of a detail element needs. */
  static List<ElementDeclaration> needed(Contract contract, ElementDeclaration detail) {
    return contract.isWrapper(detail)
        ? contract
            .members((ComplexType) Objects.requireNonNull(contract.definition(detail.type())))
            .stream()
            .map(Member::element)
            .toList()
        : List.of(detail);
  }

  TypeSpec write(ElementDeclaration detail, ClassName name, String namespace) {
    TypeSpec.Builder built =
        TypeSpec.classBuilder(name)
            .superclass(Exception.class)
            .addModifiers(Modifier.PUBLIC)
            .addJavadoc(
                new Javadoc(detail.doc(), "The fault {@code " + detail.name().getLocalPart() + "}.")
                    .block())
            .addAnnotation(annotation(detail, name, namespace))
            .addField(
                FieldSpec.builder(
                        long.class,
                        "serialVersionUID",
                        Modifier.PRIVATE,
                        Modifier.STATIC,
                        Modifier.FINAL)
                    .addAnnotation(Serial.class)
                    .initializer("1L")
                    .build());
    List<DraftedMember> all = membersOf(detail);
    String message = all.stream().anyMatch(m -> m.name().equals("message")) ? "why" : "message";
    MethodSpec.Builder constructor =
        MethodSpec.constructorBuilder()
            .addModifiers(Modifier.PUBLIC)
            .addParameter(String.class, message)
            .addStatement("super($N)", message);
    Javadoc javadoc =
        new Javadoc("", "Creates the fault.").param(message, "its reason, as the caller reads it");
    for (DraftedMember member : all) {
      built.addField(field(member));
      constructor.addParameter(member.parameter());
      constructor.addStatement("this.$N = $N", member.name(), member.name());
      if (!member.doc().isEmpty()) {
        javadoc.param(member.name(), member.doc());
      }
    }
    built.addMethod(constructor.addJavadoc(javadoc.block()).build());
    all.forEach(member -> built.addMethod(TypeWriter.getter(member)));
    return built.build();
  }

  private AnnotationSpec annotation(ElementDeclaration detail, ClassName name, String namespace) {
    AnnotationSpec.Builder mark = AnnotationSpec.builder(Fault.class);
    if (!name.simpleName().equals(detail.name().getLocalPart())) {
      mark.addMember("name", "$S", detail.name().getLocalPart());
    }
    String own = detail.name().getNamespaceURI();
    if (!own.equals(namespace) && !own.isEmpty()) {
      mark.addMember("namespace", "$S", own);
    }
    return mark.build();
  }

  private List<DraftedMember> membersOf(ElementDeclaration detail) {
    UniqueNames names = new UniqueNames();
    for (String taken :
        List.of(
            "serialVersionUID",
            "getMessage",
            "getLocalizedMessage",
            "getCause",
            "getStackTrace",
            "getSuppressed",
            "fillInStackTrace",
            "printStackTrace")) {
      names.without(taken);
    }
    List<DraftedMember> all = new ArrayList<>();
    if (contract.isWrapper(detail)) {
      ComplexType type = (ComplexType) Objects.requireNonNull(contract.definition(detail.type()));
      contract.members(type).forEach(member -> all.add(members.element(member, names)));
    } else {
      all.add(members.element(detail, names));
    }
    return all;
  }

  /** Exceptions can be serialized, which most values cannot. */
  private static FieldSpec field(DraftedMember member) {
    FieldSpec.Builder field =
        FieldSpec.builder(member.type(), member.name(), Modifier.PRIVATE, Modifier.FINAL);
    if (!isSerializable(member.type())) {
      field.addModifiers(Modifier.TRANSIENT);
    }
    return field.build();
  }

  private static boolean isSerializable(TypeName type) {
    return type.isPrimitive()
        || (!(type instanceof ParameterizedTypeName)
            && (type.toString().startsWith("java.") || type.toString().endsWith("[]")));
  }
}
