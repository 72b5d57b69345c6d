package org.calmanchor.core.codec;

import java.util.ArrayList;
import java.util.List;
import org.calmanchor.core.xml.XmlIn;
import org.jspecify.annotations.Nullable;

/** Reads the elements of a structure in any order and ignores unknown ones (lenient reading). */
final class UnorderedElements {
  private final ElementSlot[] slots;
  private final int[] counts;
  private final @Nullable List<Object>[] items;

  @SuppressWarnings({"unchecked", "rawtypes"}) // there are no arrays of a generic type
  UnorderedElements(ElementSlot[] slots) {
    this.slots = slots;
    this.counts = new int[slots.length];
    this.items = new List[slots.length];
  }

  void read(XmlIn in, @Nullable Object[] values) {
    while (in.nextElement()) {
      int at = slotOf(in);
      if (at < 0) {
        in.skip();
      } else {
        take(in, at, values);
      }
    }
    for (int i = 0; i < slots.length; i++) {
      slots[i].finish(in, counts[i], items[i], values);
    }
  }

  private int slotOf(XmlIn in) {
    for (int i = 0; i < slots.length; i++) {
      if (slots[i].isAt(in)) {
        return i;
      }
    }
    return -1;
  }

  private void take(XmlIn in, int at, @Nullable Object[] values) {
    ElementSlot slot = slots[at];
    slot.requireRoom(in, counts[at]);
    Object value = slot.readOrNil(in, counts[at]++);
    if (slot.repeats()) {
      List<Object> list = items[at];
      if (list == null) {
        list = new ArrayList<>();
        items[at] = list;
      }
      list.add(ElementSlot.item(value));
    } else {
      values[slot.member()] = slot.hold(value);
    }
  }
}
