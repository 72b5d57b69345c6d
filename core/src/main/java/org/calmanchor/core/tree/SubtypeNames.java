package org.calmanchor.core.tree;

import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import javax.xml.namespace.QName;
import org.calmanchor.core.codec.SubtypeChoice;
import org.calmanchor.core.lexical.BuiltIns;
import org.calmanchor.core.model.Contract;
import org.calmanchor.core.model.SimpleType;

/**
 * Distinguishes types by their names at {@link TreeValueModel#TYPE_KEY}: local names, with their
 * namespace as {@code {namespace}local} where two are the same. Without a name, a value is of the
 * first type. A simple value is at {@link TreeValueModel#TEXT_KEY} beside its type's name.
 */
final class SubtypeNames implements SubtypeChoice {
  private final Map<String, Integer> indexes = new HashMap<>();
  private final List<String> names;
  private final List<Boolean> areSimple;

  SubtypeNames(Contract contract, List<QName> types) {
    Set<String> locals = new HashSet<>();
    Set<String> repeated = new HashSet<>();
    types.stream()
        .map(QName::getLocalPart)
        .filter(local -> !locals.add(local))
        .forEach(repeated::add);
    this.names =
        types.stream()
            .map(t -> repeated.contains(t.getLocalPart()) ? t.toString() : t.getLocalPart())
            .toList();
    for (int i = 0; i < names.size(); i++) {
      indexes.put(names.get(i), i);
    }
    this.areSimple =
        types.stream()
            .map(type -> BuiltIns.isSimple(type) || contract.type(type) instanceof SimpleType)
            .toList();
  }

  @Override
  public int of(Object value) {
    Object named = value instanceof Map<?, ?> map ? map.get(TreeValueModel.TYPE_KEY) : null;
    return named == null ? 0 : indexes.getOrDefault(named.toString(), UNKNOWN);
  }

  @Override
  public Object marked(Object value, int index) {
    Map<Object, Object> marked = new LinkedHashMap<>();
    marked.put(TreeValueModel.TYPE_KEY, names.get(index));
    if (value instanceof Map<?, ?> map) {
      marked.putAll(map);
    } else {
      marked.put(TreeValueModel.TEXT_KEY, value);
    }
    return marked;
  }

  @Override
  public Object unmarked(Object value, int index) {
    Object text =
        areSimple.get(index) && value instanceof Map<?, ?> map
            ? map.get(TreeValueModel.TEXT_KEY)
            : null;
    return text == null ? value : text;
  }
}
