package org.calmanchor.core.codec;

import java.util.Collections;
import java.util.List;
import org.jspecify.annotations.Nullable;

/** Holds a value as it is, and several as an unmodifiable list. */
public enum PlainHolder implements Holder {
  PLAIN;

  @Override
  public @Nullable Object hold(@Nullable Object value) {
    return value;
  }

  @Override
  public Object holdAll(List<Object> values) {
    return Collections.unmodifiableList(values);
  }

  @Override
  public @Nullable Object value(@Nullable Object held) {
    return held;
  }

  @Override
  public Iterable<?> values(@Nullable Object held) {
    return held == null ? List.of() : (Iterable<?>) held;
  }
}
