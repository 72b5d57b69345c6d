package org.calmanchor.core.lexical;

import java.util.function.Consumer;
import java.util.function.Function;
import org.jspecify.annotations.Nullable;

/**
 * The lexical forms of one simple type: parsing and printing. Immutable and safe for any number of
 * threads.
 *
 * @param <T> the Java type of the values
 */
public final class Lexical<T> {
  /** The most bytes of a value in its quick form. */
  public static final int QUICK_BYTES = 40;

  /** The most digits that a number can be allowed to have: to read more would take too long. */
  public static final int MOST_DIGITS = 10_000;

  private final String form;
  private final WhiteSpace whiteSpace;
  private final Function<String, T> parser;
  private final Function<T, String> printer;
  private final FastLexical<T> quick;
  private final boolean isNumber;

  /**
   * The forms of one type.
   *
   * @param form what a text must look like, in words that follow "expected"
   * @param whiteSpace what becomes of white space before parsing
   * @param parser throws {@link LexicalException} for a text that is no value
   * @param printer throws {@link LexicalException} for a value that has no text
   */
  public Lexical(
      String form, WhiteSpace whiteSpace, Function<String, T> parser, Function<T, String> printer) {
    this(form, whiteSpace, parser, printer, FastLexical.none(), false);
  }

  private Lexical(
      String form,
      WhiteSpace whiteSpace,
      Function<String, T> parser,
      Function<T, String> printer,
      FastLexical<T> quick,
      boolean isNumber) {
    this.quick = quick;
    this.isNumber = isNumber;
    this.form = form;
    this.whiteSpace = whiteSpace;
    this.parser = parser;
    this.printer = printer;
  }

  /** The same forms, with a short way for the plainest of them. */
  public Lexical<T> quickly(FastLexical<T> way) {
    return new Lexical<>(form, whiteSpace, parser, printer, way, isNumber);
  }

  /** The same forms, known to be those of numbers, whose digits are limited. */
  Lexical<T> ofNumbers() {
    return new Lexical<>(form, whiteSpace, parser, printer, quick, true);
  }

  /** Whether its texts are numbers, as long as they have digits. */
  public boolean isNumber() {
    return isNumber;
  }

  /**
   * The value of a text that has a plain form; null when it has none, or is no value: {@link
   * #parse} then decides.
   */
  public @Nullable T quick(char[] text, int length) {
    int from = 0;
    int to = length;
    if (whiteSpace == WhiteSpace.COLLAPSE) {
      while (from < to && WhiteSpace.isSpace(text[from])) {
        from++;
      }
      while (to > from && WhiteSpace.isSpace(text[to - 1])) {
        to--;
      }
    } else if (whiteSpace == WhiteSpace.REPLACE) {
      return null;
    }
    return quick.parse(text, from, to);
  }

  /**
   * Writes a value that has a plain form, which is ASCII without markup, into {@code bytes}, where
   * {@link #QUICK_BYTES} are free from {@code at}; the index behind it, or -1 when {@link
   * #print(Object)} decides.
   */
  public int print(T value, byte[] bytes, int at) {
    return quick.print(value, bytes, at);
  }

  /** What a text must look like, in words that follow "expected". */
  public String form() {
    return form;
  }

  /** What becomes of white space before parsing. */
  public WhiteSpace whiteSpace() {
    return whiteSpace;
  }

  /**
   * The value of {@code text}, after the type's white space rule.
   *
   * @throws LexicalException when it is no value of the type
   */
  public T parse(String text) {
    return parser.apply(whiteSpace.apply(text));
  }

  /**
   * The canonical text of {@code value}.
   *
   * @throws LexicalException when the type cannot hold it
   */
  public String print(T value) {
    return printer.apply(value);
  }

  /**
   * The same forms for fewer values.
   *
   * @param check throws {@link LexicalException} for a value that is not taken when read
   * @param checkWritten throws {@link LexicalException} for a value that may not be written
   */
  public Lexical<T> checked(Consumer<T> check, Consumer<T> checkWritten) {
    return new Lexical<>(
        form,
        whiteSpace,
        text -> {
          T value = parser.apply(text);
          check.accept(value);
          return value;
        },
        value -> {
          checkWritten.accept(value);
          return printer.apply(value);
        },
        quick.checked(check, checkWritten),
        isNumber);
  }
}
