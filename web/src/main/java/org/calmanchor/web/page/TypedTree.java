package org.calmanchor.web.page;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.calmanchor.core.model.ComplexType;
import org.calmanchor.core.model.Contract;
import org.calmanchor.core.model.ElementDeclaration;
import org.calmanchor.core.model.Particle;
import org.calmanchor.core.model.TypeDefinition;
import org.calmanchor.core.model.TypeUse;
import org.calmanchor.core.tree.TreeMessages;
import org.jspecify.annotations.Nullable;

/**
 * Puts names and types beside a tree of values. A node has {@code name} and {@code type}, and one
 * of {@code value}, {@code members} or {@code items}; an absent member has none of them.
 */
final class TypedTree {
  private final Contract contract;
  private final TypeNames names;

  TypedTree(Contract contract) {
    this.contract = contract;
    this.names = new TypeNames(contract);
  }

  List<Map<String, Object>> members(ComplexType type, Map<?, ?> values) {
    List<Map<String, Object>> nodes = new ArrayList<>();
    type.attributes()
        .forEach(
            attribute -> {
              String name = attribute.name().getLocalPart();
              Object value = values.get(TreeMessages.key(type, attribute));
              nodes.add(one(name, attribute.type(), value));
            });
    if (type.content() instanceof ComplexType.Elements content) {
      for (Particle particle : content.group().particles()) {
        if (particle.term() instanceof ElementDeclaration element) {
          nodes.add(element(particle, element, values.get(element.name().getLocalPart())));
        }
      }
    }
    return nodes;
  }

  private Map<String, Object> element(
      Particle particle, ElementDeclaration element, @Nullable Object value) {
    String name = element.name().getLocalPart();
    if (!particle.repeats()) {
      return one(name, element.type(), value);
    }
    Map<String, Object> node = node(name, "list of " + names.shown(element.type()));
    List<Map<String, Object>> items = new ArrayList<>();
    if (value instanceof List<?> list) {
      list.forEach(
          item -> items.add(one(Integer.toString(items.size() + 1), element.type(), item)));
    }
    node.put("items", items);
    return node;
  }

  private Map<String, Object> one(String name, TypeUse type, @Nullable Object value) {
    Map<String, Object> node = node(name, names.shown(type));
    TypeDefinition definition = contract.definition(type);
    if (definition instanceof ComplexType complex && value instanceof Map<?, ?> fields) {
      node.put("members", members(complex, fields));
    } else if (value != null) {
      node.put("value", value);
    }
    return node;
  }

  private static Map<String, Object> node(String name, String type) {
    Map<String, Object> node = new LinkedHashMap<>();
    node.put("name", name);
    node.put("type", type);
    return node;
  }
}
