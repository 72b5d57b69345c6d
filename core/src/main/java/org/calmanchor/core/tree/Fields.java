package org.calmanchor.core.tree;

import java.util.Comparator;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.calmanchor.core.codec.Composite;
import org.calmanchor.core.xml.EncodeException;
import org.jspecify.annotations.Nullable;

/** Represents a structure by a map from member name to value; absent members have no entry. */
class Fields implements Composite {
  private final List<String> keys;
  private final Set<String> known;
  private final boolean hasOthers;

  /** Creates fields with these keys, which have the order of the members. */
  Fields(List<String> keys) {
    this.keys = List.copyOf(keys);
    this.known = new HashSet<>(keys);
    this.hasOthers = known.remove(TreeValueModel.OTHER_ATTRIBUTES);
    known.add(TreeValueModel.TYPE_KEY);
    known.add(TreeValueModel.NIL_KEY);
  }

  @Override
  public Object assemble(@Nullable Object[] members) {
    Map<String, Object> map = new LinkedHashMap<>();
    for (int i = 0; i < keys.size(); i++) {
      Object member = members[i];
      if (keys.get(i).equals(TreeValueModel.OTHER_ATTRIBUTES)) {
        if (member instanceof Map<?, ?> others) {
          others.forEach((name, value) -> map.put("@" + name, value));
        }
      } else if (member != null) {
        map.put(keys.get(i), member);
      }
    }
    return map;
  }

  @Override
  public @Nullable Object member(Object structure, int index) {
    Map<?, ?> map = checked(structure);
    String key = keys.get(index);
    if (key.equals(TreeValueModel.OTHER_ATTRIBUTES)) {
      Map<String, Object> others = new LinkedHashMap<>();
      map.forEach(
          (name, value) -> {
            if (isOther(name)) {
              others.put(name.toString().substring(1), value);
            }
          });
      return others;
    }
    return map.get(key);
  }

  /** Whether a key that is not a member's is that of an attribute of any name. */
  private boolean isOther(Object key) {
    return hasOthers && !known.contains(key) && key.toString().startsWith("@");
  }

  /** The structure as a map whose keys are all known. */
  final Map<?, ?> checked(Object structure) {
    if (!(structure instanceof Map<?, ?> map)) {
      throw new EncodeException("its members by name are expected, not \"" + structure + "\"");
    }
    for (Object key : map.keySet()) {
      if (!known.contains(key) && !isOther(key)) {
        throw new EncodeException("there is no \"" + key + "\"; there is " + described());
      }
    }
    return map;
  }

  /** The keys of its members, for people. */
  private List<String> described() {
    return known.stream()
        .filter(key -> !key.startsWith("xsi:"))
        .sorted(Comparator.comparingInt(this::rank))
        .toList();
  }

  private int rank(String key) {
    int rank = keys.indexOf(key);
    return rank < 0 ? Integer.MAX_VALUE : rank;
  }

  /** Adds keys that are known besides those of the members. */
  final void know(Iterable<String> more) {
    more.forEach(known::add);
  }
}
