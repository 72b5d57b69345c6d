package org.calmanchor.core.xml;

import java.util.Iterator;
import java.util.NoSuchElementException;
import java.util.Spliterator;
import java.util.Spliterators;
import java.util.function.Function;
import java.util.function.Supplier;
import java.util.stream.Stream;
import java.util.stream.StreamSupport;
import org.jspecify.annotations.Nullable;

/**
 * The repeated elements at the end of a message, read one by one on demand, so that their number
 * does not matter. Not safe for several threads.
 */
public final class LazyItems implements Iterator<Object> {
  private final Supplier<@Nullable Object> reader;
  private String path = "";
  private Runnable atEnd = () -> {};
  private Runnable atItem = () -> {};
  private Function<InvalidMessageException, RuntimeException> raised = invalid -> invalid;
  private boolean hasEnded;
  private @Nullable Object next;
  private @Nullable InvalidMessageException failed;

  /** Creates items that {@code reader} reads; it returns null after the last one. */
  public LazyItems(Supplier<@Nullable Object> reader) {
    this.reader = reader;
  }

  /** Adds the element around the items to the paths of errors. */
  public void within(String step) {
    path = path.isEmpty() ? step : step + "/" + path;
  }

  /** Sets what runs after the last item was read; it reads the rest of the message. */
  public void atEnd(Runnable end) {
    atEnd = end;
  }

  /** Sets what runs before each item is read. */
  public void atItem(Runnable item) {
    atItem = item;
  }

  /** Sets the exception that is thrown for an invalid item. */
  public void raisedAs(Function<InvalidMessageException, RuntimeException> exception) {
    raised = exception;
  }

  /** The items as a stream; only once. */
  public Stream<Object> stream() {
    return StreamSupport.stream(
        Spliterators.spliteratorUnknownSize(this, Spliterator.ORDERED), false);
  }

  /** The error in an item or after the items; null if there was none so far. */
  public @Nullable InvalidMessageException failed() {
    return failed;
  }

  /**
   * Reads the remaining items and the end of the message.
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
      failed = path.isEmpty() ? invalid : invalid.within(path);
      throw raised.apply(failed);
    }
    return next != null;
  }

  private @Nullable Object read() {
    atItem.run();
    Object item = reader.get();
    if (item == null) {
      hasEnded = true;
      atEnd.run();
    }
    return item;
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
