package org.calmanchor.core.lexical;

import java.util.function.Consumer;
import org.jspecify.annotations.Nullable;

/**
 * A short way between the plainest texts of a type and its values, without strings between. It must
 * agree with the long way wherever it answers. A class rather than an interface: a call of one of
 * many costs less so, and this is the call that every simple value takes.
 *
 * @param <T> the Java type of the values
 */
public abstract class FastLexical<T> {
  /** A short way. */
  protected FastLexical() {}

  /** The value of a text without white space around it; null to ask the long way. */
  public abstract @Nullable T parse(char[] text, int from, int to);

  /** Writes the value's text; the index behind it, or -1 to ask the long way. */
  public abstract int print(T value, byte[] bytes, int at);

  /** No short way. */
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

  /** The same for fewer values. */
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
            // The long way says it with the text at hand.
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
