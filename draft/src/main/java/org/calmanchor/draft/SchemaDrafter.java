package org.calmanchor.draft;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import javax.xml.namespace.QName;
import org.calmanchor.core.document.DocumentCopy;
import org.calmanchor.core.model.ComplexType;
import org.calmanchor.core.model.Contract;
import org.calmanchor.core.model.Schema;
import org.calmanchor.core.model.TypeDefinition;
import org.calmanchor.core.model.TypeUse;
import org.calmanchor.core.wsdl.ReadDocument;
import org.calmanchor.draft.text.SourceText;
import org.calmanchor.draft.text.UniqueNames;

/**
 * Writes Java types for the named types of an XML Schema document. Each names the document, so that
 * a service that uses them publishes the types as the document defines them.
 */
public final class SchemaDrafter {
  private final ReadDocument document;
  private final Contract contract;
  private final String packageName;
  private final DraftedTypes types;
  private final List<String> notes = new ArrayList<>();

  private SchemaDrafter(ReadDocument document, String packageName) {
    this.document = document;
    this.contract = document.contract();
    this.packageName = packageName;
    this.types = new DraftedTypes(contract, packageName);
  }

  /**
   * Drafts the types of a schema.
   *
   * @param document a contract that has schemas only
   * @return without files if there is a Java type for none of its types; the notes say why
   * @throws IllegalArgumentException when {@code packageName} is no name of a package
   */
  public static Draft draft(ReadDocument document, String packageName) {
    PackageNames.require(packageName);
    return new SchemaDrafter(document, packageName).write();
  }

  private Draft write() {
    for (Schema schema : contract.schemas()) {
      schema.types().forEach(this::reach);
      schema.elements().stream()
          .filter(each -> each.type() instanceof ComplexType type && type.name() == null)
          .forEach(
              each ->
                  notes.add(
                      "Element \""
                          + each.name().getLocalPart()
                          + "\" has a type without a name, which no operation can refer to."));
    }
    types.name(new UniqueNames());
    Map<String, byte[]> documents = DocumentCopy.of(document.documents());
    String first = documents.keySet().iterator().next();
    String folder = packageName.replace('.', '/') + "/";
    Map<String, byte[]> sources = new LinkedHashMap<>();
    MemberDrafter members = new MemberDrafter(contract, types);
    TypeWriter structures = new TypeWriter(types, members, first);
    EnumWriter enums = new EnumWriter(types, first);
    types
        .complexTypes()
        .forEach(
            type ->
                sources.put(
                    folder + types.nameOf(type).simpleName() + ".java",
                    SourceText.of(packageName, structures.write(type))));
    types
        .enumerations()
        .forEach(
            type ->
                sources.put(
                    folder + types.nameOf(type).simpleName() + ".java",
                    SourceText.of(packageName, enums.write(type))));
    if (sources.isEmpty()) {
      return new Draft(Map.of(), Map.of(), List.of(), notes);
    }
    Map<String, byte[]> resources = new LinkedHashMap<>();
    documents.forEach((name, content) -> resources.put(folder + name, content));
    return new Draft(sources, resources, List.of(), notes);
  }

  private void reach(TypeDefinition type) {
    QName name = Objects.requireNonNull(type.name());
    if (name.getNamespaceURI().isEmpty()) {
      notes.add(
          "Type \""
              + name.getLocalPart()
              + "\" has no namespace, so a service cannot publish it by itself.");
      return;
    }
    types.reach(TypeUse.named(name), name.getLocalPart());
    if (type instanceof ComplexType complex) {
      String why = types.complex().whyTree(complex);
      if (!why.isEmpty()) {
        notes.add(
            "Type \""
                + name.getLocalPart()
                + "\" is a Map<String, Object> within others, since "
                + why
                + "; no operation can refer to it by itself.");
      }
    }
  }
}
