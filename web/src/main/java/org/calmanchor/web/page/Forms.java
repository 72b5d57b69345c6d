package org.calmanchor.web.page;

import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import java.util.Set;
import javax.xml.namespace.QName;
import org.calmanchor.core.model.AttributeUse;
import org.calmanchor.core.model.ComplexType;
import org.calmanchor.core.model.Contract;
import org.calmanchor.core.model.ElementDeclaration;
import org.calmanchor.core.model.Facet;
import org.calmanchor.core.model.Operation;
import org.calmanchor.core.model.Particle;
import org.calmanchor.core.model.Schema;
import org.calmanchor.core.model.SimpleType;
import org.calmanchor.core.model.TypeDefinition;
import org.calmanchor.core.model.TypeUse;
import org.calmanchor.core.sample.Samples;
import org.calmanchor.core.tree.TreeMessages;
import org.calmanchor.web.page.FieldView.Kind;

/** Makes forms from a contract. */
final class Forms {
  private static final Set<String> NUMBERS =
      Set.of("byte", "short", "int", "long", "integer", "decimal", "float", "double");

  private final Contract contract;
  private final TypeNames names;

  Forms(Contract contract) {
    this.contract = contract;
    this.names = new TypeNames(contract);
  }

  List<OperationView> operations() {
    return contract.portTypes().stream()
        .flatMap(portType -> portType.operations().stream())
        .map(this::operation)
        .toList();
  }

  private OperationView operation(Operation operation) {
    ElementDeclaration request = contract.bodyElement(operation.input().message());
    return new OperationView(
        operation.name(),
        operation.origin().place(),
        operation.doc(),
        fields((ComplexType) request.type()),
        result(operation),
        operation.faults().stream().map(Operation.FaultUse::name).toList());
  }

  private String result(Operation operation) {
    if (operation.output() == null) {
      return "no answer";
    }
    ElementDeclaration response = contract.bodyElement(operation.output().message());
    List<FieldView> fields = fields((ComplexType) response.type());
    return fields.isEmpty() ? "an empty response" : fields.get(0).note();
  }

  List<TypeView> types() {
    List<TypeView> types = new ArrayList<>();
    for (Schema schema : contract.schemas()) {
      for (TypeDefinition type : schema.types()) {
        if (type instanceof ComplexType complex) {
          types.add(new TypeView(named(type).getLocalPart(), fields(complex)));
        }
      }
    }
    return types;
  }

  private static QName named(TypeDefinition type) {
    return Objects.requireNonNull(type.name());
  }

  private List<FieldView> fields(ComplexType type) {
    List<FieldView> fields = new ArrayList<>();
    for (AttributeUse attribute : type.attributes()) {
      fields.add(
          field(
              TreeMessages.key(type, attribute),
              attribute.name().getLocalPart(),
              attribute.type(),
              attribute.required(),
              false,
              attribute.doc()));
    }
    if (type.content() instanceof ComplexType.Elements content) {
      for (Particle particle : content.group().particles()) {
        if (particle.term() instanceof ElementDeclaration element) {
          String name = element.name().getLocalPart();
          boolean required = particle.min() > 0;
          fields.add(
              field(name, name, element.type(), required, particle.repeats(), element.doc()));
        }
      }
    }
    return fields;
  }

  private FieldView field(
      String key, String name, TypeUse type, boolean required, boolean repeats, String doc) {
    List<String> choices = choices(type);
    Kind kind = kind(type, choices);
    return new FieldView(
        key,
        name,
        names.shown(type),
        kind,
        required,
        repeats,
        doc,
        kind == Kind.STRUCTURE ? "" : Samples.text(contract, type, name),
        choices);
  }

  private Kind kind(TypeUse type, List<String> choices) {
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
    return NUMBERS.contains(builtIn) ? Kind.NUMBER : Kind.TEXT;
  }

  private List<String> choices(TypeUse type) {
    if (contract.definition(type) instanceof SimpleType simple
        && simple.variety() instanceof SimpleType.Restriction restriction) {
      return restriction.facets().stream()
          .filter(facet -> facet.kind() == Facet.Kind.ENUMERATION)
          .map(Facet::value)
          .toList();
    }
    return names.builtIn(type).equals("boolean") ? List.of("true", "false") : List.of();
  }
}
