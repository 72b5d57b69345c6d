package org.calmanchor.core.sample;

import java.util.ArrayDeque;
import java.util.Deque;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import javax.xml.namespace.QName;
import org.calmanchor.core.model.AttributeUse;
import org.calmanchor.core.model.ComplexType;
import org.calmanchor.core.model.Contract;
import org.calmanchor.core.model.ElementDeclaration;
import org.calmanchor.core.model.Facet;
import org.calmanchor.core.model.Operation;
import org.calmanchor.core.model.Particle;
import org.calmanchor.core.model.SimpleType;
import org.calmanchor.core.model.TypeDefinition;
import org.calmanchor.core.model.TypeUse;
import org.calmanchor.core.tree.TreeMessages;

/** Example values: valid in form, recognisable as examples, always the same. */
public final class Samples {
  private static final Map<String, String> BY_BUILT_IN =
      Map.of(
          "boolean", "true",
          "byte", "1",
          "short", "1",
          "int", "1",
          "long", "1",
          "integer", "1",
          "decimal", "1.50",
          "float", "1.5",
          "double", "1.5",
          "date", "2027-06-11");

  private final Contract contract;
  private final Deque<QName> open = new ArrayDeque<>();

  private Samples(Contract contract) {
    this.contract = contract;
  }

  /** A tree of values for a request: every member filled, lists with one item, no recursion. */
  public static Map<String, Object> request(Contract contract, Operation operation) {
    ElementDeclaration element = contract.bodyElement(operation.input().message());
    return new Samples(contract).fields((ComplexType) element.type());
  }

  /** An example text for a simple type; {@code name} stands for itself where text is free. */
  public static String text(Contract contract, TypeUse type, String name) {
    if (contract.definition(type) instanceof SimpleType simple
        && simple.variety() instanceof SimpleType.Restriction restriction) {
      return restriction.facets().stream()
          .filter(facet -> facet.kind() == Facet.Kind.ENUMERATION)
          .map(Facet::value)
          .findFirst()
          .orElseGet(() -> text(contract, restriction.base(), name));
    }
    String local = type instanceof TypeUse.Named named ? named.name().getLocalPart() : "";
    return BY_BUILT_IN.getOrDefault(local, name);
  }

  private Map<String, Object> fields(ComplexType type) {
    Map<String, Object> fields = new LinkedHashMap<>();
    for (AttributeUse attribute : type.attributes()) {
      String name = attribute.name().getLocalPart();
      fields.put(TreeMessages.key(type, attribute), text(contract, attribute.type(), name));
    }
    if (type.content() instanceof ComplexType.Elements content) {
      for (Particle particle : content.group().particles()) {
        if (particle.term() instanceof ElementDeclaration element) {
          add(fields, particle, element);
        }
      }
    }
    return fields;
  }

  private void add(Map<String, Object> fields, Particle particle, ElementDeclaration element) {
    String name = element.name().getLocalPart();
    TypeDefinition definition = contract.definition(element.type());
    Object value;
    if (definition instanceof ComplexType complex) {
      QName type = complex.name();
      if (type != null && open.contains(type)) {
        return;
      }
      open.push(type == null ? element.name() : type);
      value = fields(complex);
      open.pop();
    } else {
      value = text(contract, element.type(), name);
    }
    fields.put(name, particle.repeats() ? List.of(value) : value);
  }
}
