package org.calmanchor.core.codec;

import java.util.Iterator;
import java.util.NoSuchElementException;
import java.util.Spliterator;
import java.util.Spliterators;
import java.util.function.Function;
import java.util.stream.Stream;
import java.util.stream.StreamSupport;
import org.calmanchor.core.codec.InputProblem.Code;
import org.jspecify.annotations.Nullable;

/**
 * The repeated elements with which a message ends, read one by one as they are asked for, so that
 * their number does not matter. Not safe for several threads.
 */
public final class LazyItems implements Iterator<Object> {
  private final XmlIn in;
  private final ElementSlot slot;
  private final ComplexReader reader;
  private String around = "";
  private Runnable atEnd = () -> {};
  private Runnable atItem = () -> {};
  private Function<InvalidMessageException, RuntimeException> raised = invalid -> invalid;
  private int count;
  private boolean isOpen;
  private boolean hasEnded;
  private @Nullable Object next;
  private @Nullable InvalidMessageException failed;

  /** The items of {@code slot}; {@code isOpen}: the reader stands at the start of the first. */
  LazyItems(XmlIn in, ElementSlot slot, ComplexReader reader, boolean isOpen) {
    this.in = in;
    this.slot = slot;
    this.reader = reader;
    this.isOpen = isOpen;
  }

  /** Names the element in which the items stand. */
  void within(String step) {
    around = around.isEmpty() ? step : step + "/" + around;
  }

  /** Has {@code end} run when the last item was read, to read what is behind. */
  public void atEnd(Runnable end) {
    atEnd = end;
  }

  /** Has {@code item} run before each item is read. */
  public void atItem(Runnable item) {
    atItem = item;
  }

  /** Has what is wrong with an item raised as something else. */
  public void raisedAs(Function<InvalidMessageException, RuntimeException> words) {
    raised = words;
  }

  /** The items as a stream, once. */
  Stream<Object> stream() {
    return StreamSupport.stream(
        Spliterators.spliteratorUnknownSize(this, Spliterator.ORDERED), false);
  }

  /** What was wrong with an item, or behind the items; null when nothing was so far. */
  public @Nullable InvalidMessageException failed() {
    return failed;
  }

  /**
   * Reads what nobody asked for, to the message's end.
   *
   * @throws InvalidMessageException when something in it is wrong, or was before
   */
  public void drain() {
    while (hasNext()) {
      next = null;
    }
  }

  @Override
  public boolean hasNext() {
    if (failed != null) {
      throw raised.apply(failed);
    }
    if (next != null || hasEnded) {
      return next != null;
    }
    try {
      next = read();
    } catch (InvalidMessageException invalid) {
      failed = around.isEmpty() ? invalid : invalid.within(around);
      throw raised.apply(failed);
    }
    return next != null;
  }

  private @Nullable Object read() {
    atItem.run();
    if (isOpen || in.nextElement()) {
      isOpen = false;
      if (!in.isAt(slot.namespace(), slot.name())) {
        throw reader.unexpected(in);
      }
      if (count == slot.max()) {
        throw in.problem(Code.TOO_MANY, "at most " + slot.max(), "").within(slot.name());
      }
      Object item = reader.readElement(in, slot, count++);
      if (item == null) {
        throw in.problem(Code.NIL, "a value", "").within(slot.step(count - 1));
      }
      return item;
    }
    hasEnded = true;
    ComplexReader.requireEnough(in, slot, count);
    atEnd.run();
    return null;
  }

  @Override
  public Object next() {
    if (!hasNext() || next == null) {
      throw new NoSuchElementException();
    }
    Object item = next;
    next = null;
    return item;
  }
}
