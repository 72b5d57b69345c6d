package org.calmanchor.draft;

import com.palantir.javapoet.AnnotationSpec;
import com.palantir.javapoet.ClassName;
import com.palantir.javapoet.MethodSpec;
import com.palantir.javapoet.ParameterSpec;
import com.palantir.javapoet.ParameterizedTypeName;
import com.palantir.javapoet.TypeSpec;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import javax.lang.model.element.Modifier;
import javax.xml.namespace.QName;
import org.calmanchor.annotations.Header;
import org.calmanchor.annotations.HeaderOut;
import org.calmanchor.core.model.Contract;
import org.calmanchor.core.model.ElementDeclaration;
import org.calmanchor.core.model.Member;
import org.calmanchor.core.model.Operation;
import org.calmanchor.core.model.PortType;
import org.calmanchor.draft.text.JavaNames;
import org.calmanchor.draft.text.Javadoc;
import org.calmanchor.draft.text.UniqueNames;

/** Writes the interface of a port type, and a class that is to become its service. */
final class PortTypeWriter {
  private final Contract contract;
  private final MemberDrafter members;
  private final OperationDrafter operations;
  private final Map<QName, ClassName> faults;

  PortTypeWriter(
      Contract contract,
      MemberDrafter members,
      OperationDrafter operations,
      Map<QName, ClassName> faults) {
    this.contract = contract;
    this.members = members;
    this.operations = operations;
    this.faults = faults;
  }

  TypeSpec interfaceOf(PortType portType, ClassName name, String document) {
    AnnotationSpec.Builder mark =
        AnnotationSpec.builder(org.calmanchor.annotations.PortType.class)
            .addMember("document", "$S", document);
    String local = portType.name().getLocalPart();
    if (contract.portTypes().size() > 1 && !local.equals(name.simpleName())) {
      mark.addMember("name", "$S", local);
    }
    TypeSpec.Builder built =
        TypeSpec.interfaceBuilder(name)
            .addModifiers(Modifier.PUBLIC)
            .addJavadoc(
                new Javadoc(portType.doc(), "The port type {@code " + local + "}.")
                    .paragraph(
                        "The document {@code " + document + "} is the contract; this follows it.")
                    .block())
            .addAnnotation(mark.build());
    UniqueNames names = new UniqueNames();
    for (Operation operation : portType.operations()) {
      built.addMethod(method(operation, names.free(JavaNames.method(operation.name()))));
    }
    return built.build();
  }

  private MethodSpec method(Operation operation, String name) {
    AnnotationSpec.Builder mark =
        AnnotationSpec.builder(org.calmanchor.annotations.Operation.class);
    if (!name.equals(operation.name())) {
      mark.addMember("name", "$S", operation.name());
    }
    if (operation.output() == null) {
      mark.addMember("oneWay", "true");
    }
    Javadoc javadoc =
        new Javadoc(operation.doc(), "The operation {@code " + operation.name() + "}.");
    MethodSpec.Builder method =
        MethodSpec.methodBuilder(name)
            .addModifiers(Modifier.PUBLIC, Modifier.ABSTRACT)
            .addAnnotation(mark.build());
    UniqueNames names = new UniqueNames();
    for (Member parameter : operations.parameters(operation)) {
      add(members.element(parameter, names), method, javadoc);
    }
    for (ElementDeclaration block : contract.requiredHeaders(operation)) {
      addBlock(block, false, names, method, javadoc);
    }
    for (ElementDeclaration block : contract.responseHeaders(operation)) {
      addBlock(block, true, names, method, javadoc);
    }
    Member result = operations.result(operation);
    if (result != null) {
      DraftedMember drafted = members.element(result, new UniqueNames());
      method.returns(drafted.type());
      // The name of a result stands nowhere in the code.
      drafted.annotations().stream()
          .filter(each -> each.members().containsKey("nillable"))
          .forEach(each -> method.addAnnotation(withoutName(each)));
    }
    operations.faults(operation).forEach(each -> method.addException(faults.get(each.name())));
    return method.addJavadoc(javadoc.block()).build();
  }

  private static AnnotationSpec withoutName(AnnotationSpec mark) {
    AnnotationSpec.Builder built = AnnotationSpec.builder((ClassName) mark.type());
    mark.members().getOrDefault("nillable", List.of()).forEach(c -> built.addMember("nillable", c));
    return built.build();
  }

  private static void add(DraftedMember member, MethodSpec.Builder method, Javadoc javadoc) {
    method.addParameter(member.parameter());
    if (!member.doc().isEmpty()) {
      javadoc.param(member.name(), member.doc());
    }
  }

  private void addBlock(
      ElementDeclaration block,
      boolean isOut,
      UniqueNames names,
      MethodSpec.Builder method,
      Javadoc javadoc) {
    DraftedMember member = members.element(block, names);
    AnnotationSpec.Builder mark = AnnotationSpec.builder(Header.class);
    String local = block.name().getLocalPart();
    if (!member.name().equals(local)) {
      mark.addMember("name", "$S", local);
    }
    String namespace = block.name().getNamespaceURI();
    if (!namespace.equals(contract.portTypes().get(0).name().getNamespaceURI())
        && !namespace.isEmpty()) {
      mark.addMember("namespace", "$S", namespace);
    }
    method.addParameter(
        ParameterSpec.builder(
                isOut
                    ? ParameterizedTypeName.get(ClassName.get(HeaderOut.class), member.type().box())
                    : member.type(),
                member.name())
            .addAnnotation(mark.build())
            .build());
    if (!member.doc().isEmpty()) {
      javadoc.param(member.name(), member.doc());
    }
  }

  /** A class whose methods say what is still to be written. */
  TypeSpec serviceOf(TypeSpec portType, ClassName portTypeName, ClassName name) {
    TypeSpec.Builder built =
        TypeSpec.classBuilder(name)
            .addModifiers(Modifier.PUBLIC)
            .addSuperinterface(portTypeName)
            .addJavadoc("Serves {@link $T}.\n", portTypeName)
            .addMethod(
                MethodSpec.constructorBuilder()
                    .addModifiers(Modifier.PUBLIC)
                    .addJavadoc("Creates a service.\n")
                    .build());
    for (MethodSpec method : portType.methodSpecs()) {
      List<ParameterSpec> parameters = new ArrayList<>();
      method
          .parameters()
          .forEach(each -> parameters.add(ParameterSpec.builder(each.type(), each.name()).build()));
      built.addMethod(
          MethodSpec.methodBuilder(method.name())
              .addAnnotation(Override.class)
              .addModifiers(Modifier.PUBLIC)
              .returns(method.returnType())
              .addParameters(parameters)
              .addExceptions(method.exceptions())
              .addStatement(
                  "throw new $T($S)",
                  UnsupportedOperationException.class,
                  method.name() + " is still to be written")
              .build());
    }
    return built.build();
  }
}
