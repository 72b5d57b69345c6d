package org.calmanchor.web.page;

import com.fasterxml.jackson.jr.ob.JSON;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.calmanchor.core.content.ContentModel;
import org.calmanchor.core.content.ContentModelBuilder;
import org.calmanchor.core.content.ContentPosition;
import org.calmanchor.core.content.MinimumDepth;
import org.calmanchor.core.dynamic.DynamicMessages;
import org.calmanchor.core.model.AttributeUse;
import org.calmanchor.core.model.ComplexType;
import org.calmanchor.core.model.Contract;
import org.calmanchor.core.model.ElementDeclaration;
import org.calmanchor.core.model.Member;
import org.calmanchor.core.model.Names;
import org.calmanchor.core.model.Operation;
import org.calmanchor.core.model.TypeUse;
import org.calmanchor.core.model.Wildcard;
import org.calmanchor.core.outline.TypeNames;
import org.calmanchor.core.sample.Samples;
import org.calmanchor.web.page.FieldView.Presence;
import org.jspecify.annotations.Nullable;

/** Makes forms from a contract. */
final class Forms {
  private final Contract contract;
  private final Samples samples;
  private final TypeNames names;
  private final SimpleFields simple;
  private final Map<Structure, String> ids = new LinkedHashMap<>();
  private final List<Structure> known = new ArrayList<>();

  Forms(Contract contract, Samples samples) {
    this.contract = contract;
    this.samples = samples;
    this.names = new TypeNames(contract);
    this.simple = new SimpleFields(contract, names);
  }

  List<OperationView> operations() {
    return contract.portTypes().stream()
        .flatMap(portType -> portType.operations().stream())
        .sorted(Comparator.comparingInt(operation -> operation.origin().position()))
        .map(this::operation)
        .toList();
  }

  private OperationView operation(Operation operation) {
    return new OperationView(
        operation.name(),
        operation.origin().place(),
        isRenamed(operation),
        operation.doc(),
        contract.requiredHeaders(operation).stream().map(this::header).toList(),
        body(contract.request(operation)),
        result(operation),
        operation.faults().stream().map(Operation.FaultUse::name).toList());
  }

  /** The members of a body element; one without members is a field of its own. */
  private List<FieldView> body(@Nullable ElementDeclaration element) {
    if (element == null) {
      return List.of();
    }
    return contract.definition(element.type()) instanceof ComplexType type
            && DynamicMessages.hasMembers(contract, element)
        ? fields(type)
        : List.of(field(DynamicMessages.ONLY_KEY, new Member(element, 1, 1)));
  }

  /** Whether the Java method has another name than the operation. */
  private static boolean isRenamed(Operation operation) {
    String place = operation.origin().place();
    return place.contains("(") && !place.contains("." + operation.name() + "(");
  }

  private FieldView header(ElementDeclaration element) {
    return field(element.name().getLocalPart(), new Member(element, 1, 1));
  }

  private String result(Operation operation) {
    if (operation.output() == null) {
      return "nothing (one-way)";
    }
    List<FieldView> fields = body(contract.response(operation));
    return switch (fields.size()) {
      case 0 -> "an empty response";
      case 1 -> fields.get(0).note();
      default -> String.join(", ", fields.stream().map(FieldView::name).toList());
    };
  }

  /** All structures that the forms need, including those within structures. */
  List<TypeView> types() {
    List<TypeView> views = new ArrayList<>();
    while (views.size() < known.size()) {
      Structure next = known.get(views.size());
      List<FieldView> fields =
          next.item() == null ? fields(next.type()) : List.of(item(next.type(), next.item()));
      views.add(new TypeView(id(next), fields));
    }
    return views;
  }

  /**
   * The fields of a structure, or of one item in a content.
   *
   * @param item the key of the item; null for the structure itself
   */
  private record Structure(ComplexType type, @Nullable String item) {}

  private String id(Structure structure) {
    return ids.computeIfAbsent(
        structure,
        key -> {
          known.add(key);
          return "t" + known.size();
        });
  }

  private List<FieldView> fields(ComplexType type) {
    List<FieldView> fields = new ArrayList<>();
    for (AttributeUse attribute : contract.attributes(type)) {
      String key = DynamicMessages.key(contract, type, attribute);
      String name = attribute.name().getLocalPart();
      Presence presence = new Presence(attribute.required() ? 1 : 0, 1, false);
      String example = samples.text(attribute);
      fields.add(simple.text(key, name, attribute.type(), presence, attribute.doc(), example));
    }
    if (type.content() instanceof ComplexType.Text text) {
      Presence presence = new Presence(1, 1, false);
      String example = samples.text(text.type(), "text");
      String key = DynamicMessages.textKey(type);
      fields.add(simple.text(key, "text", text.type(), presence, "", example));
    } else if (contract.isPlain(type)) {
      contract.members(type).forEach(member -> fields.add(field(member.name(), member)));
    } else {
      addContent(fields, type, ContentModelBuilder.build(contract, type));
    }
    return fields;
  }

  private void addContent(List<FieldView> fields, ComplexType type, ContentModel model) {
    if (!model.isOrdered()) {
      model.positions().forEach(position -> fields.add(field(position, others(position, model))));
      return;
    }
    List<String> keys =
        new ArrayList<>(model.isMixed() ? List.of(DynamicMessages.MIXED_KEY) : List.of());
    model.positions().stream()
        .map(ContentPosition::key)
        .filter(key -> !keys.contains(key))
        .forEach(keys::add);
    fields.add(
        FieldView.content(
            DynamicMessages.CONTENT_KEY,
            json(samples.content(type)),
            keys.stream()
                .map(key -> new FieldView.TypeChoice(id(new Structure(type, key)), key))
                .toList()));
  }

  private static String json(List<?> values) {
    try {
      return JSON.std.asString(values);
    } catch (IOException impossible) {
      throw new UncheckedIOException(impossible);
    }
  }

  private FieldView field(ContentPosition position, List<String> others) {
    ElementDeclaration element = position.element();
    if (element == null) {
      Presence presence = new Presence(position.min(), position.max(), false);
      return wildcard(position, presence).among(position.alternatives(), others);
    }
    Member member = new Member(element, position.min(), position.max());
    return field(position.key(), member).among(position.alternatives(), others);
  }

  /** The keys of what can stand instead of a position: those in other branches of its choices. */
  private static List<String> others(ContentPosition position, ContentModel model) {
    return model.positions().stream()
        .filter(position::excludes)
        .map(ContentPosition::key)
        .distinct()
        .toList();
  }

  private FieldView wildcard(ContentPosition position, Presence presence) {
    Wildcard wildcard = position.wildcard();
    String example = samples.markup(wildcard == null ? Wildcard.ANY : wildcard);
    return FieldView.markup(position.key(), "any element", "markup", presence, "", example);
  }

  /** The field of one item in a content. */
  private FieldView item(ComplexType type, String key) {
    Presence once = new Presence(1, 1, false);
    if (key.equals(DynamicMessages.MIXED_KEY)) {
      TypeUse text = TypeUse.named(Names.xsd("string"));
      return simple.prose(key, "text", text, once, "text");
    }
    ContentPosition position =
        ContentModelBuilder.build(contract, type).positions().stream()
            .filter(each -> each.key().equals(key))
            .findFirst()
            .orElseThrow();
    ElementDeclaration element = position.element();
    return element == null ? wildcard(position, once) : field(key, new Member(element, 1, 1));
  }

  private FieldView field(String key, Member member) {
    ElementDeclaration element = member.element();
    TypeUse type = element.type();
    Presence presence = new Presence(member.min(), member.max(), element.nillable());
    if (contract.holdsAny(type)) {
      String example = samples.markup(Wildcard.ANY);
      return FieldView.markup(key, member.name(), "any element", presence, element.doc(), example);
    }
    return contract.definition(type) instanceof ComplexType complex
        ? FieldView.structure(
            key,
            member.name(),
            names.shown(type),
            presence,
            element.doc(),
            structures(complex),
            member.repeats() && isRow(complex))
        : simple.element(key, member.name(), type, presence, element.doc(), samples.text(element));
  }

  /**
   * Whether a list of this type can be a table: the type has no subtypes, and each member fits into
   * a cell.
   */
  private boolean isRow(ComplexType type) {
    return contract.derived(type).isEmpty()
        && (type.content() instanceof ComplexType.Text || contract.isPlain(type))
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
        .map(type -> new FieldView.TypeChoice(id(new Structure(type, null)), nameOf(type)))
        .toList();
  }

  private static String nameOf(ComplexType type) {
    return type.name() == null ? "" : type.name().getLocalPart();
  }
}
