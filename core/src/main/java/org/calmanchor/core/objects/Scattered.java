package org.calmanchor.core.objects;

import org.calmanchor.core.codec.Composite;
import org.jspecify.annotations.Nullable;

/**
 * Represents a message by an array with more positions than the message has members, since header
 * blocks are arguments too.
 */
record Scattered(int length, int[] positions) implements Composite {
  @Override
  public Object assemble(@Nullable Object[] values) {
    if (values.length == length) {
      return values;
    }
    @Nullable Object[] all = new @Nullable Object[length];
    for (int i = 0; i < values.length; i++) {
      all[positions[i]] = values[i];
    }
    return all;
  }

  @Override
  public @Nullable Object member(Object structure, int index) {
    return ((@Nullable Object[]) structure)[positions[index]];
  }
}
