package org.calmanchor.web.handbook;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import javax.xml.namespace.QName;
import org.calmanchor.core.model.ComplexType;
import org.calmanchor.core.model.Contract;
import org.calmanchor.core.model.Derivation;
import org.calmanchor.core.model.Schema;
import org.calmanchor.core.model.SimpleType;
import org.calmanchor.core.model.TypeDefinition;
import org.calmanchor.core.outline.Outline;
import org.calmanchor.core.outline.TypeNames;
import org.jspecify.annotations.Nullable;

/** The named types of a contract and their anchors. */
final class TypeChapters {
  private final Contract contract;
  private final Outline outline;
  private final TypeNames names;
  private final Map<QName, String> ids = new LinkedHashMap<>();

  TypeChapters(Contract contract, Outline outline) {
    this.contract = contract;
    this.outline = outline;
    this.names = new TypeNames(contract);
    Set<String> taken = new HashSet<>();
    for (Schema schema : contract.schemas()) {
      for (TypeDefinition type : schema.types()) {
        QName name = type.name();
        if (name != null) {
          String id = "type-" + name.getLocalPart();
          for (int i = 2; !taken.add(id); i++) {
            id = "type-" + name.getLocalPart() + "-" + i;
          }
          ids.put(name, id);
        }
      }
    }
  }

  /** The anchor of a type; empty for one without. */
  String id(@Nullable QName name) {
    return name == null ? "" : ids.getOrDefault(name, "");
  }

  List<TypeChapter> all() {
    List<TypeChapter> chapters = new ArrayList<>();
    for (QName name : ids.keySet()) {
      TypeDefinition type = contract.type(name);
      if (type instanceof ComplexType complex) {
        chapters.add(chapter(name, complex));
      } else if (type instanceof SimpleType simple) {
        chapters.add(chapter(name, simple));
      }
    }
    return chapters;
  }

  private TypeChapter chapter(QName name, ComplexType type) {
    Derivation derivation = type.derivation();
    QName base = derivation != null && derivation.isExtension() ? derivation.base() : null;
    return new TypeChapter(
        id(name),
        name.getLocalPart(),
        name.getNamespaceURI(),
        type.isAbstract() ? "abstract structure" : "structure",
        type.doc(),
        base == null ? "" : base.getLocalPart(),
        id(base),
        outline.members(type),
        "",
        List.of());
  }

  private TypeChapter chapter(QName name, SimpleType type) {
    List<String> allowed = new ArrayList<>(names.facets(type));
    String pattern = names.pattern(type);
    if (!pattern.isEmpty()) {
      allowed.add("pattern " + pattern);
    }
    String builtIn = names.builtIn(type);
    allowed.add(0, builtIn.isEmpty() ? names.shown(type) : builtIn);
    return new TypeChapter(
        id(name),
        name.getLocalPart(),
        name.getNamespaceURI(),
        names.values(type).isEmpty() ? "simple value" : "one of some values",
        type.doc(),
        "",
        "",
        List.of(),
        String.join(", ", allowed),
        names.values(type));
  }
}
