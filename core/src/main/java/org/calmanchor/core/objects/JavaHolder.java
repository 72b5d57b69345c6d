package org.calmanchor.core.objects;

import java.lang.reflect.Array;
import java.util.ArrayList;
import java.util.Collections;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;
import org.calmanchor.core.codec.Holder;
import org.calmanchor.core.codec.PlainHolder;
import org.calmanchor.core.introspection.Reflection;
import org.calmanchor.core.lexical.LexicalException;
import org.calmanchor.core.reading.JavaForm;
import org.jspecify.annotations.Nullable;

/** The Java containers, except for those that {@link PlainHolder} handles. */
enum JavaHolder implements Holder {
  OPTIONAL {
    @Override
    public Object hold(@Nullable Object value) {
      return Optional.ofNullable(value);
    }

    @Override
    public @Nullable Object value(@Nullable Object held) {
      return held == null ? null : ((Optional<?>) held).orElse(null);
    }
  },
  SET {
    @Override
    public Object holdAll(List<Object> values) {
      Set<Object> set = new LinkedHashSet<>(values);
      if (set.size() < values.size()) {
        throw LexicalException.constrained("each value once");
      }
      return Collections.unmodifiableSet(set);
    }
  },
  STREAM {
    @Override
    public Object holdAll(List<Object> values) {
      return values.stream();
    }

    @Override
    public Iterable<?> values(@Nullable Object held) {
      if (held == null) {
        return List.of();
      }
      Stream<?> stream = (Stream<?>) held;
      return (Iterable<Object>) () -> stream.map(Object.class::cast).iterator();
    }
  };

  /** The holder for a type of container. */
  static Holder of(JavaForm.Many many) {
    return switch (many.container()) {
      case LIST -> PlainHolder.PLAIN;
      case SET -> SET;
      case STREAM -> STREAM;
      case ARRAY -> new ArrayHolder(Reflection.classOf(many.item()));
    };
  }

  @Override
  public @Nullable Object hold(@Nullable Object value) {
    return PlainHolder.PLAIN.hold(value);
  }

  @Override
  public Object holdAll(List<Object> values) {
    return PlainHolder.PLAIN.holdAll(values);
  }

  @Override
  public @Nullable Object value(@Nullable Object held) {
    return PlainHolder.PLAIN.value(held);
  }

  @Override
  public Iterable<?> values(@Nullable Object held) {
    return PlainHolder.PLAIN.values(held);
  }

  /** Represents repeated elements by an array of {@code component}, which may be primitive. */
  private record ArrayHolder(Class<?> component) implements Holder {
    @Override
    public @Nullable Object hold(@Nullable Object value) {
      return value;
    }

    @Override
    public Object holdAll(List<Object> values) {
      Object array = Array.newInstance(component, values.size());
      for (int i = 0; i < values.size(); i++) {
        Array.set(array, i, values.get(i));
      }
      return array;
    }

    @Override
    public @Nullable Object value(@Nullable Object held) {
      return held;
    }

    @Override
    public Iterable<?> values(@Nullable Object held) {
      int length = held == null ? 0 : Array.getLength(held);
      List<Object> values = new ArrayList<>(length);
      for (int i = 0; i < length; i++) {
        values.add(Array.get(held, i));
      }
      return values;
    }
  }
}
