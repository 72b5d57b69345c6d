package org.calmanchor.web.page;

import java.util.List;
import java.util.Set;
import org.calmanchor.core.model.Contract;
import org.calmanchor.core.model.Facet;
import org.calmanchor.core.model.SimpleType;
import org.calmanchor.core.model.TypeUse;
import org.calmanchor.core.outline.TypeNames;
import org.calmanchor.web.page.FieldView.Kind;
import org.calmanchor.web.page.FieldView.Presence;

/** Makes the fields of simple values. */
final class SimpleFields {
  private static final Set<String> NUMBERS =
      Set.of("byte", "short", "int", "long", "integer", "decimal", "float", "double");

  private final Contract contract;
  private final TypeNames names;

  SimpleFields(Contract contract, TypeNames names) {
    this.contract = contract;
    this.names = names;
  }

  /** The field of an element; a string without pattern may have several lines. */
  FieldView element(
      String key, String name, TypeUse type, Presence presence, String doc, String example) {
    Kind kind = kind(type);
    boolean isProse = names.builtIn(type).equals("string") && names.pattern(type).isEmpty();
    Kind control = kind == Kind.TEXT && isProse ? Kind.PROSE : kind;
    return field(key, name, type, control, presence, doc, example);
  }

  /** The field of an attribute, or of the text of simple content. */
  FieldView text(
      String key, String name, TypeUse type, Presence presence, String doc, String example) {
    return field(key, name, type, kind(type), presence, doc, example);
  }

  /** The field of a text that may have several lines. */
  FieldView prose(String key, String name, TypeUse type, Presence presence, String example) {
    return field(key, name, type, Kind.PROSE, presence, "", example);
  }

  private FieldView field(
      String key,
      String name,
      TypeUse type,
      Kind kind,
      Presence presence,
      String doc,
      String example) {
    return FieldView.simple(
        key,
        name,
        names.described(type),
        names.pattern(type),
        kind,
        presence,
        doc,
        example,
        choices(type));
  }

  private Kind kind(TypeUse type) {
    if (!choices(type).isEmpty()) {
      return Kind.CHOICE;
    }
    String builtIn = names.builtIn(type);
    if (builtIn.equals("date")) {
      return Kind.DATE;
    }
    if (builtIn.equals("base64Binary")) {
      return Kind.BINARY;
    }
    return NUMBERS.contains(builtIn) ? Kind.NUMBER : Kind.TEXT;
  }

  private List<FieldView.Choice> choices(TypeUse type) {
    if (contract.definition(type) instanceof SimpleType simple
        && simple.variety() instanceof SimpleType.Restriction restriction) {
      return restriction.facets().stream()
          .filter(facet -> facet.kind() == Facet.Kind.ENUMERATION)
          .map(facet -> new FieldView.Choice(facet.value(), facet.doc()))
          .toList();
    }
    return names.builtIn(type).equals("boolean")
        ? List.of(new FieldView.Choice("true", ""), new FieldView.Choice("false", ""))
        : List.of();
  }
}
