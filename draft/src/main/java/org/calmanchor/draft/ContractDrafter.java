package org.calmanchor.draft;

import com.palantir.javapoet.ClassName;
import com.palantir.javapoet.TypeSpec;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import javax.xml.namespace.QName;
import org.calmanchor.core.document.DocumentCopy;
import org.calmanchor.core.match.HostingCheck;
import org.calmanchor.core.model.Contract;
import org.calmanchor.core.model.ElementDeclaration;
import org.calmanchor.core.model.PortType;
import org.calmanchor.core.problem.Problem;
import org.calmanchor.core.wsdl.ReadDocument;
import org.calmanchor.draft.text.SourceText;
import org.calmanchor.draft.text.UniqueNames;

/** Writes Java source for the contract of a WSDL document. */
public final class ContractDrafter {
  private final ReadDocument document;
  private final Contract contract;
  private final String packageName;
  private final UniqueNames names = new UniqueNames();
  private final DraftedTypes types;
  private final OperationDrafter operations;
  private final Map<QName, ClassName> faults = new LinkedHashMap<>();
  private final Map<String, byte[]> sources = new LinkedHashMap<>();

  private ContractDrafter(ReadDocument document, String packageName) {
    PackageNames.require(packageName);
    this.document = document;
    this.contract = document.contract();
    this.packageName = packageName;
    this.types = new DraftedTypes(contract, packageName);
    this.operations = new OperationDrafter(contract, types.structures());
  }

  /** A name for the package, made of the document's namespace. */
  public static String suggestedPackage(ReadDocument document) {
    return PackageNames.of(document.contract().targetNamespace());
  }

  /**
   * Drafts what calls a service.
   *
   * @throws IllegalArgumentException when {@code packageName} is no name of a package
   */
  public static Draft client(ReadDocument document, String packageName) {
    return new ContractDrafter(document, packageName).write(false);
  }

  /**
   * Drafts what serves the document: also a class for each port type, whose methods say what is
   * still to be written. There is none for a port type that can be called, but not served.
   *
   * @throws IllegalArgumentException when {@code packageName} is no name of a package
   */
  public static Draft service(ReadDocument document, String packageName) {
    return new ContractDrafter(document, packageName).write(true);
  }

  private Draft write(boolean withServices) {
    Map<PortType, ClassName> interfaces = new LinkedHashMap<>();
    for (PortType each : contract.portTypes()) {
      interfaces.put(each, free(DraftNames.type(each.name().getLocalPart())));
      each.operations().forEach(op -> operations.needed(op).forEach(types::reach));
    }
    Map<QName, ElementDeclaration> details = new LinkedHashMap<>();
    contract.portTypes().stream()
        .flatMap(each -> each.operations().stream())
        .flatMap(operation -> operations.faults(operation).stream())
        .forEach(detail -> details.put(detail.name(), detail));
    details.forEach((name, detail) -> faults.put(name, faultName(name)));
    types.name(names);
    MemberDrafter members = new MemberDrafter(contract, types);
    PortTypeWriter portTypes = new PortTypeWriter(contract, members, operations, faults);
    Map<String, byte[]> documents = DocumentCopy.of(document.documents());
    String first = documents.keySet().iterator().next();
    List<Draft.DraftedPortType> written = new ArrayList<>();
    interfaces.forEach(
        (portType, name) -> written.add(portType(portType, name, first, portTypes, withServices)));
    TypeWriter structures = new TypeWriter(types, members, "");
    types.complexTypes().forEach(type -> add(structures.write(type)));
    EnumWriter enums = new EnumWriter(types, "");
    types.enumerations().forEach(type -> add(enums.write(type)));
    FaultWriter exceptions = new FaultWriter(contract, members);
    String namespace = contract.portTypes().get(0).name().getNamespaceURI();
    details.forEach(
        (name, detail) ->
            add(exceptions.write(detail, Objects.requireNonNull(faults.get(name)), namespace)));
    Map<String, byte[]> resources = new LinkedHashMap<>();
    documents.forEach((name, content) -> resources.put(folder() + name, content));
    return new Draft(sources, resources, written, List.of());
  }

  private Draft.DraftedPortType portType(
      PortType portType,
      ClassName name,
      String documentName,
      PortTypeWriter writer,
      boolean withService) {
    TypeSpec written = writer.interfaceOf(portType, name, documentName);
    add(written);
    if (!withService) {
      return new Draft.DraftedPortType(name.canonicalName(), null, List.of());
    }
    ClassName service = free(name.simpleName() + "Service");
    List<Problem> problems = HostingCheck.problems(contract, portType.name(), service.simpleName());
    if (!problems.isEmpty()) {
      return new Draft.DraftedPortType(name.canonicalName(), null, problems);
    }
    add(writer.serviceOf(written, name, service));
    return new Draft.DraftedPortType(name.canonicalName(), service.canonicalName(), problems);
  }

  private ClassName free(String... wanted) {
    return ClassName.get(packageName, names.free(wanted));
  }

  private ClassName faultName(QName detail) {
    String name = DraftNames.type(detail.getLocalPart());
    return free(name, name + "Exception");
  }

  private String folder() {
    return packageName.isEmpty() ? "" : packageName.replace('.', '/') + "/";
  }

  private void add(TypeSpec type) {
    sources.put(folder() + type.name() + ".java", SourceText.of(packageName, type));
  }
}
