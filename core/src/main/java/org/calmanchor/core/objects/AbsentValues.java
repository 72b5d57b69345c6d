package org.calmanchor.core.objects;

import java.lang.reflect.Array;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;

/** The Java values for members that are absent in a message. */
final class AbsentValues {
  private AbsentValues() {}

  /**
   * The Java value for an absent member of type {@code type}: an empty Optional, array or
   * collection; null for other types.
   */
  static @Nullable Object of(Class<?> type) {
    if (type == Optional.class) {
      return Optional.empty();
    }
    if (type.isArray()) {
      return Array.newInstance(type.getComponentType(), 0);
    }
    if (type.isPrimitive()) {
      return Array.get(Array.newInstance(type, 1), 0);
    }
    if (type == Set.class) {
      return Set.of();
    }
    if (type == Map.class) {
      return Map.of();
    }
    if (type == Stream.class) {
      return Stream.empty();
    }
    return type.isAssignableFrom(List.class) && Iterable.class.isAssignableFrom(type)
        ? List.of()
        : null;
  }
}
