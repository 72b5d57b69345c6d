package org.calmanchor.core.outline;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.calmanchor.core.dynamic.DynamicMessages;
import org.calmanchor.core.model.AttributeUse;
import org.calmanchor.core.model.ComplexType;
import org.calmanchor.core.model.Contract;
import org.calmanchor.core.model.ElementDeclaration;
import org.calmanchor.core.model.Member;
import org.calmanchor.core.model.Names;
import org.calmanchor.core.model.TypeUse;
import org.jspecify.annotations.Nullable;

/**
 * Adds names and types to a tree of values. A node has {@code name} and {@code type}, and one of
 * {@code value}, {@code members}, {@code items} or {@code nil}; an absent member has none of them.
 */
public final class TypedValues {
  private final Contract contract;
  private final TypeNames names;

  /** Creates the values of {@code contract}. */
  public TypedValues(Contract contract) {
    this.contract = contract;
    this.names = new TypeNames(contract);
  }

  /** The nodes of the members of a structure. */
  public List<Map<String, Object>> members(ComplexType type, Map<?, ?> values) {
    List<Map<String, Object>> nodes = new ArrayList<>();
    for (AttributeUse attribute : contract.attributes(type)) {
      String key = DynamicMessages.key(contract, type, attribute);
      String name = attribute.name().getLocalPart();
      nodes.add(keyed(key, one(name, attribute.type(), values.get(key))));
    }
    if (type.content() instanceof ComplexType.Text text) {
      String key = DynamicMessages.textKey(type);
      nodes.add(keyed(key, one("text", text.type(), values.get(key))));
    } else {
      for (Member member : DynamicMessages.members(contract, type)) {
        Object value = values.get(member.name());
        if (value != null || member.isRequired() || contract.isPlain(type)) {
          nodes.add(element(member, value));
        }
      }
    }
    addOthers(type, values, nodes);
    return nodes;
  }

  /** The nodes of the members of a body element; one without members is its only member. */
  public List<Map<String, Object>> body(@Nullable ElementDeclaration element, Map<?, ?> values) {
    if (element == null) {
      return List.of();
    }
    return contract.definition(element.type()) instanceof ComplexType type
            && DynamicMessages.hasMembers(contract, element)
        ? members(type, values)
        : List.of(
            keyed(
                DynamicMessages.ONLY_KEY,
                one(
                    element.name().getLocalPart(),
                    element.type(),
                    values.get(DynamicMessages.ONLY_KEY))));
  }

  /** Adds the attributes of any name. */
  private void addOthers(ComplexType type, Map<?, ?> values, List<Map<String, Object>> nodes) {
    if (contract.anyAttribute(type) == null) {
      return;
    }
    List<?> known = nodes.stream().map(node -> node.getOrDefault("key", node.get("name"))).toList();
    TypeUse text = TypeUse.named(Names.xsd("string"));
    values.forEach(
        (key, value) -> {
          if (key.toString().startsWith("@") && !known.contains(key)) {
            nodes.add(one(key.toString(), text, value));
          }
        });
  }

  /** Adds the key of the values if it is not the name. */
  private static Map<String, Object> keyed(String key, Map<String, Object> node) {
    if (!key.equals(node.get("name"))) {
      node.put("key", key);
    }
    return node;
  }

  private Map<String, Object> element(Member member, @Nullable Object value) {
    TypeUse type = member.element().type();
    if (!member.repeats()) {
      return one(member.name(), type, value);
    }
    Map<String, Object> node = node(member.name(), "list of " + names.shown(type));
    List<Map<String, Object>> items = new ArrayList<>();
    if (value instanceof List<?> list) {
      list.forEach(item -> items.add(one(Integer.toString(items.size() + 1), type, item)));
    }
    node.put("items", items);
    return node;
  }

  private Map<String, Object> one(String name, TypeUse type, @Nullable Object value) {
    if (value instanceof Map<?, ?> nil && nil.containsKey(DynamicMessages.NIL_KEY)) {
      Map<String, Object> node = node(name, names.shown(type));
      node.put("nil", true);
      return node;
    }
    if (contract.definition(type) instanceof ComplexType complex
        && value instanceof Map<?, ?> fields) {
      ComplexType actual = actual(complex, fields.get(DynamicMessages.TYPE_KEY));
      Map<String, Object> node = node(name, names.shown(actual.name() == null ? type : actual));
      node.put("members", members(actual, fields));
      return node;
    }
    Map<String, Object> node = node(name, names.shown(type));
    if (value != null) {
      node.put("value", value);
      if (contract.builtIn(type).getLocalPart().equals("base64Binary")) {
        node.put("isBinary", true);
      }
    }
    return node;
  }

  private ComplexType actual(ComplexType declared, @Nullable Object named) {
    return contract.derived(declared).stream()
        .filter(type -> type.name() != null && type.name().getLocalPart().equals(named))
        .findFirst()
        .orElse(declared);
  }

  private static Map<String, Object> node(String name, String type) {
    Map<String, Object> node = new LinkedHashMap<>();
    node.put("name", name);
    node.put("type", type);
    return node;
  }
}
