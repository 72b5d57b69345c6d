package org.calmanchor.web.page;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.calmanchor.core.dynamic.DynamicMessages;
import org.calmanchor.core.model.AttributeUse;
import org.calmanchor.core.model.ComplexType;
import org.calmanchor.core.model.Contract;
import org.calmanchor.core.model.ElementDeclaration;
import org.calmanchor.core.model.Facet;
import org.calmanchor.core.model.Member;
import org.calmanchor.core.model.MinimumDepth;
import org.calmanchor.core.model.Operation;
import org.calmanchor.core.model.SimpleType;
import org.calmanchor.core.model.TypeUse;
import org.calmanchor.core.sample.Samples;
import org.calmanchor.web.page.FieldView.Kind;
import org.calmanchor.web.page.FieldView.Presence;

/** Makes forms from a contract. */
final class Forms {
  private static final Set<String> NUMBERS =
      Set.of("byte", "short", "int", "long", "integer", "decimal", "float", "double");

  private final Contract contract;
  private final Samples samples;
  private final TypeNames names;
  private final Map<ComplexType, String> ids = new LinkedHashMap<>();

  Forms(Contract contract, Samples samples) {
    this.contract = contract;
    this.samples = samples;
    this.names = new TypeNames(contract);
  }

  List<OperationView> operations() {
    return contract.portTypes().stream()
        .flatMap(portType -> portType.operations().stream())
        .sorted(Comparator.comparingInt(operation -> operation.origin().position()))
        .map(this::operation)
        .toList();
  }

  private OperationView operation(Operation operation) {
    ElementDeclaration request = contract.bodyElement(operation.input().message());
    return new OperationView(
        operation.name(),
        operation.origin().place(),
        isRenamed(operation),
        operation.doc(),
        contract.requiredHeaders(operation).stream().map(this::header).toList(),
        fields((ComplexType) request.type()),
        result(operation),
        operation.faults().stream().map(Operation.FaultUse::name).toList());
  }

  /** Whether the Java method has another name than the operation. */
  private static boolean isRenamed(Operation operation) {
    String place = operation.origin().place();
    return !place.contains("." + operation.name() + "(");
  }

  private FieldView header(ElementDeclaration element) {
    return field(element.name().getLocalPart(), new Member(element, 1, 1));
  }

  private String result(Operation operation) {
    if (operation.output() == null) {
      return "nothing (one-way)";
    }
    ElementDeclaration response = contract.bodyElement(operation.output().message());
    List<FieldView> fields = fields((ComplexType) response.type());
    return fields.isEmpty() ? "an empty response" : fields.get(0).note();
  }

  /** All structures that the forms need, including those within structures. */
  List<TypeView> types() {
    List<TypeView> views = new ArrayList<>();
    while (views.size() < ids.size()) {
      ComplexType next = List.copyOf(ids.keySet()).get(views.size());
      views.add(new TypeView(id(next), fields(next)));
    }
    return views;
  }

  private String id(ComplexType type) {
    return ids.computeIfAbsent(type, t -> "t" + (ids.size() + 1));
  }

  private List<FieldView> fields(ComplexType type) {
    List<FieldView> fields = new ArrayList<>();
    for (AttributeUse attribute : contract.attributes(type)) {
      String key = DynamicMessages.key(contract, type, attribute);
      String name = attribute.name().getLocalPart();
      Presence presence = new Presence(attribute.required() ? 1 : 0, 1, false);
      String example = samples.text(attribute);
      fields.add(simple(key, name, attribute.type(), presence, attribute.doc(), example));
    }
    if (type.content() instanceof ComplexType.Text text) {
      Presence presence = new Presence(1, 1, false);
      String example = samples.text(text.type(), "text");
      String key = DynamicMessages.textKey(type);
      fields.add(simple(key, "text", text.type(), presence, "", example));
    } else {
      contract.members(type).forEach(member -> fields.add(field(member.name(), member)));
    }
    return fields;
  }

  private FieldView simple(
      String key, String name, TypeUse type, Presence presence, String doc, String example) {
    return simple(key, name, type, kind(type, choices(type)), presence, doc, example);
  }

  private FieldView simple(
      String key,
      String name,
      TypeUse type,
      Kind kind,
      Presence presence,
      String doc,
      String example) {
    return new FieldView(
        key,
        name,
        names.described(type),
        names.pattern(type),
        kind,
        presence,
        doc,
        example,
        choices(type),
        List.of(),
        false);
  }

  private FieldView field(String key, Member member) {
    ElementDeclaration element = member.element();
    TypeUse type = element.type();
    Presence presence = new Presence(member.min(), member.max(), element.nillable());
    if (contract.holdsAny(type)) {
      return new FieldView(
          key,
          member.name(),
          "any element",
          "",
          Kind.MARKUP,
          presence,
          element.doc(),
          "<any xmlns=\"urn:example\"/>",
          List.of(),
          List.of(),
          false);
    }
    if (!(contract.definition(type) instanceof ComplexType complex)) {
      Kind kind = kind(type, choices(type));
      Kind held = kind == Kind.TEXT && isProse(type) ? Kind.PROSE : kind;
      return simple(key, member.name(), type, held, presence, element.doc(), samples.text(element));
    }
    return new FieldView(
        key,
        member.name(),
        names.shown(type),
        "",
        Kind.STRUCTURE,
        presence,
        element.doc(),
        "",
        List.of(),
        structures(complex),
        member.repeats() && isRow(complex));
  }

  /** Whether a text may have several lines. */
  private boolean isProse(TypeUse type) {
    return names.builtIn(type).equals("string") && names.pattern(type).isEmpty();
  }

  /**
   * Whether a list of this type can be a table: the type has no subtypes, and each member fits into
   * a cell.
   */
  private boolean isRow(ComplexType type) {
    return contract.derived(type).isEmpty()
        && (!contract.attributes(type).isEmpty()
            || contract.members(type).stream()
                .anyMatch(
                    member ->
                        !(contract.definition(member.element().type()) instanceof ComplexType)));
  }

  private List<FieldView.TypeChoice> structures(ComplexType declared) {
    List<ComplexType> types = new ArrayList<>(contract.derived(declared));
    types.add(0, declared);
    return types.stream()
        .filter(type -> !type.isAbstract())
        // The page fills in the first subtype, so it must not lead to recursion.
        .sorted(Comparator.comparingInt(new MinimumDepth(contract)::of))
        .map(type -> new FieldView.TypeChoice(id(type), nameOf(type)))
        .toList();
  }

  private static String nameOf(ComplexType type) {
    return type.name() == null ? "" : type.name().getLocalPart();
  }

  private Kind kind(TypeUse type, List<FieldView.Choice> choices) {
    if (contract.definition(type) instanceof ComplexType) {
      return Kind.STRUCTURE;
    }
    if (!choices.isEmpty()) {
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
