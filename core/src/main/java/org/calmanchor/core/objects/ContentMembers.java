package org.calmanchor.core.objects;

import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import java.util.function.Function;
import org.calmanchor.core.codec.Composite;
import org.calmanchor.core.codec.Holder;
import org.calmanchor.core.codec.ValueModel.Member;
import org.calmanchor.core.codec.ValueModel.Position;
import org.calmanchor.core.codec.ValueModel.Structure;
import org.calmanchor.core.content.ContentItem;
import org.calmanchor.core.content.ContentModel;
import org.calmanchor.core.content.ContentPosition;
import org.calmanchor.core.model.NodeKind;
import org.jspecify.annotations.Nullable;

/**
 * Represents content that is no plain sequence, such as a choice, by the members of a Java object:
 * those of elements that are absent are empty.
 */
final class ContentMembers implements Composite {
  private final Composite composite;
  private final int[] attributes;
  private final Slot[] slots;
  private final int count;

  /** Where the values of a position are held. */
  private record Slot(int member, Holder holder, boolean isMany, boolean isNilled) {}

  private ContentMembers(Composite composite, int[] attributes, Slot[] slots, int count) {
    this.composite = composite;
    this.attributes = attributes;
    this.slots = slots;
    this.count = count;
  }

  /**
   * The members, with the attributes first, as the codec expects it.
   *
   * @param positions how values are held
   */
  static <T> Structure<T> structure(
      ContentModel model,
      List<Member<T>> all,
      Composite composite,
      Function<T, Position<T>> positions) {
    List<Member<T>> sorted = new ArrayList<>();
    List<Integer> attributes = new ArrayList<>();
    for (int i = 0; i < all.size(); i++) {
      if (all.get(i).kind() == NodeKind.ATTRIBUTE) {
        sorted.add(all.get(i));
        attributes.add(i);
      }
    }
    all.stream().filter(member -> member.kind() != NodeKind.ATTRIBUTE).forEach(sorted::add);
    Slot[] slots =
        model.positions().stream()
            .map(position -> slot(position, all, positions))
            .toArray(Slot[]::new);
    return new Structure<>(
        sorted,
        new ContentMembers(
            composite,
            attributes.stream().mapToInt(Integer::intValue).toArray(),
            slots,
            all.size()));
  }

  private static <T> Slot slot(
      ContentPosition position, List<Member<T>> members, Function<T, Position<T>> positions) {
    for (int i = 0; i < members.size(); i++) {
      Member<T> member = members.get(i);
      boolean isHere =
          position.element() == null
              ? member.kind() == NodeKind.ANY
              : member.kind() == NodeKind.ELEMENT
                  && member.wireName().equals(position.element().name());
      if (isHere) {
        Position<T> held = positions.apply(member.held());
        boolean isNilled =
            position.element() != null && position.element().nillable() && position.min() > 0;
        return new Slot(i, held.holder(), held.isMany(), isNilled);
      }
    }
    throw new IllegalArgumentException("nothing holds " + position.key());
  }

  @Override
  public Object assemble(@Nullable Object[] values) {
    @Nullable Object[] members = new @Nullable Object[count];
    for (int i = 0; i < attributes.length; i++) {
      members[attributes[i]] = values[i];
    }
    List<?> items = (List<?>) Objects.requireNonNull(values[attributes.length]);
    for (int i = 0; i < slots.length; i++) {
      Slot slot = slots[i];
      if (slot.isMany()) {
        members[slot.member()] = slot.holder().holdAll(valuesAt(i, items));
      } else {
        List<Object> found = valuesAt(i, items);
        members[slot.member()] = found.isEmpty() ? slot.holder().hold(null) : found.get(0);
      }
    }
    return composite.assemble(members);
  }

  @SuppressWarnings("NullAway") // a nil item of a list is null
  private static List<Object> valuesAt(int position, List<?> items) {
    List<Object> values = new ArrayList<>();
    for (Object each : items) {
      ContentItem item = (ContentItem) each;
      if (item.position() == position) {
        values.add(item.value());
      }
    }
    return values;
  }

  @Override
  public @Nullable Object ofNull() {
    return composite.ofNull();
  }

  @Override
  public @Nullable Object member(Object structure, int index) {
    if (index < attributes.length) {
      return composite.member(structure, attributes[index]);
    }
    List<ContentItem> items = new ArrayList<>();
    for (int i = 0; i < slots.length; i++) {
      Slot slot = slots[i];
      Object held = composite.member(structure, slot.member());
      if (slot.isMany()) {
        for (Object value : slot.holder().values(held)) {
          items.add(new ContentItem(i, value));
        }
      } else {
        Object value = slot.holder().value(held);
        if (value != null || slot.isNilled()) {
          items.add(new ContentItem(i, value == null ? Holder.NIL : value));
        }
      }
    }
    return items;
  }
}
