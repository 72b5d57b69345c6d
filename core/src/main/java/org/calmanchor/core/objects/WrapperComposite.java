package org.calmanchor.core.objects;

import java.util.AbstractMap;
import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.calmanchor.core.codec.Composite;
import org.calmanchor.core.lexical.LexicalException;
import org.jspecify.annotations.Nullable;

/** Wrapped lists, maps and their entries. */
enum WrapperComposite implements Composite {
  /** Represents a wrapper of repeated elements by their container. */
  LIST {
    @Override
    public Object assemble(@Nullable Object[] members) {
      return present(members[0]);
    }

    @Override
    public Object ofNull() {
      return NO_ITEMS;
    }

    @Override
    public @Nullable Object member(Object structure, int index) {
      return structure == NO_ITEMS ? null : structure;
    }
  },
  /** Represents a wrapper of entries by a map, in the order of the entries. */
  MAP {
    @Override
    public Object assemble(@Nullable Object[] members) {
      List<?> entries = (List<?>) present(members[0]);
      Map<Object, Object> map = new LinkedHashMap<>();
      for (Object each : entries) {
        Map.Entry<?, ?> entry = (Map.Entry<?, ?>) each;
        if (map.put(entry.getKey(), entry.getValue()) != null) {
          throw LexicalException.constrained("each key once");
        }
      }
      return Collections.unmodifiableMap(map);
    }

    @Override
    public Object ofNull() {
      return Map.of();
    }

    @Override
    public Object member(Object structure, int index) {
      return ((Map<?, ?>) structure).entrySet();
    }
  },
  /** Represents an entry by its key and value. */
  ENTRY {
    @Override
    public Object assemble(@Nullable Object[] members) {
      return new AbstractMap.SimpleImmutableEntry<>(present(members[0]), present(members[1]));
    }

    @Override
    public @Nullable Object member(Object structure, int index) {
      Map.Entry<?, ?> entry = (Map.Entry<?, ?>) structure;
      return index == 0 ? entry.getKey() : entry.getValue();
    }
  };

  /** Represents a container that is null, whatever its type. */
  private static final Object NO_ITEMS = new Object();

  private static Object present(@Nullable Object member) {
    if (member == null) {
      throw new IllegalStateException("a required member was not read");
    }
    return member;
  }
}
