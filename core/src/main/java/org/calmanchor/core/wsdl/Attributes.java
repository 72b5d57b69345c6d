package org.calmanchor.core.wsdl;

import java.util.ArrayList;
import java.util.List;
import java.util.function.BiConsumer;
import org.jspecify.annotations.Nullable;

/** The attributes of an element to be written, in the order given. */
final class Attributes {
  static final Attributes NONE = new Attributes();

  private final List<String> pairs = new ArrayList<>();

  static Attributes of(String name, String value) {
    return new Attributes().and(name, value);
  }

  /** Adds an attribute; null leaves it out. */
  Attributes and(String name, @Nullable String value) {
    if (value != null) {
      pairs.add(name);
      pairs.add(value);
    }
    return this;
  }

  void forEach(BiConsumer<String, String> action) {
    for (int i = 0; i < pairs.size(); i += 2) {
      action.accept(pairs.get(i), pairs.get(i + 1));
    }
  }
}
