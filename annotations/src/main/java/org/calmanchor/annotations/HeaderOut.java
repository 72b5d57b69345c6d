package org.calmanchor.annotations;

/**
 * A header block of the answer, as a parameter marked with {@link Header}: the operation sets it,
 * and it is written with the result. Each call gets one of its own; not safe for several threads.
 *
 * @param <T> the block's type
 */
public final class HeaderOut<T> {
  private T value;

  /** A block without value. */
  public HeaderOut() {}

  /** Sets the block; null leaves it out, where it is not required. */
  public void set(T value) {
    this.value = value;
  }

  /** What was set; null when nothing was. */
  public T get() {
    return value;
  }
}
