package org.calmanchor.core.codec;

import java.util.function.Supplier;
import org.calmanchor.core.xml.InputProblem.Code;
import org.calmanchor.core.xml.InvalidMessageException;
import org.calmanchor.core.xml.XmlIn;
import org.jspecify.annotations.Nullable;

/** Reads the values of the last element of a structure, one each time it is asked. */
final class ItemReader implements Supplier<@Nullable Object> {
  private final XmlIn in;
  private final ElementSlot slot;
  private final Supplier<InvalidMessageException> unexpected;
  private final long heldBefore;
  private boolean isOpen;
  private int count;

  /**
   * Creates a reader of items.
   *
   * @param isOpen whether {@code in} is at the start of the first item already
   * @param unexpected what is raised for another element than an item
   */
  ItemReader(
      XmlIn in, ElementSlot slot, boolean isOpen, Supplier<InvalidMessageException> unexpected) {
    this.in = in;
    this.slot = slot;
    this.isOpen = isOpen;
    this.heldBefore = in.memory().held();
    this.unexpected = unexpected;
  }

  @Override
  public @Nullable Object get() {
    // Whoever takes items one by one does not hold the former ones.
    in.memory().shrink(heldBefore);
    if (!isOpen && !in.nextElement()) {
      slot.requireEnough(in, count);
      return null;
    }
    isOpen = false;
    if (!slot.isAt(in)) {
      throw unexpected.get();
    }
    slot.requireRoom(in, count);
    Object item = slot.readOrNil(in, count++);
    if (item instanceof Holder.Nil) {
      throw in.problem(Code.NIL, "a value", "").within(slot.step(count - 1));
    }
    return item;
  }
}
