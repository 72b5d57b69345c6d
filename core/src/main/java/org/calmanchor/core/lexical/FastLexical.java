package org.calmanchor.core.lexical;

import java.util.function.Consumer;
import org.jspecify.annotations.Nullable;

/**
 * A fast path between simple texts of a type and its values, without creating strings. Its results
 * must equal those of the general path. It is an abstract class, since calls through an interface
 * with many implementations were slower.
 *
 * @param <T> the Java type of the values
 */
public abstract class FastLexical<T> {
  /** Creates a fast path. */
  protected FastLexical() {}

  /** The value of a text without surrounding white space; null if the slow path has to decide. */
  public abstract @Nullable T parse(char[] text, int from, int to);

  /**
   * Writes the value's text and returns the index after it, or -1 if the slow path has to decide.
   */
  public abstract int print(T value, byte[] bytes, int at);

  /** A type without a fast path. */
  static <T> FastLexical<T> none() {
    return new FastLexical<>() {
      @Override
      public @Nullable T parse(char[] text, int from, int to) {
        return null;
      }

      @Override
      public int print(T value, byte[] bytes, int at) {
        return -1;
      }
    };
  }

  /** The same fast path with constraints. */
  FastLexical<T> checked(Consumer<T> check, Consumer<T> checkWritten) {
    FastLexical<T> all = this;
    return new FastLexical<>() {
      @Override
      public @Nullable T parse(char[] text, int from, int to) {
        T value = all.parse(text, from, to);
        if (value != null) {
          try {
            check.accept(value);
          } catch (LexicalException refused) {
            // The slow path raises the same error, with the text in its message.
            return null;
          }
        }
        return value;
      }

      @Override
      public int print(T value, byte[] bytes, int at) {
        checkWritten.accept(value);
        return all.print(value, bytes, at);
      }
    };
  }
}
