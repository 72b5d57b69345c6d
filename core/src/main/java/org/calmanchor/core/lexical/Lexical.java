package org.calmanchor.core.lexical;

import java.util.function.Consumer;
import java.util.function.Function;
import java.util.function.UnaryOperator;
import org.jspecify.annotations.Nullable;

/**
 * The lexical forms of one simple type: parsing and printing. Immutable and safe for any number of
 * threads.
 *
 * @param <T> the Java type of the values
 */
public final class Lexical<T> {
  /** The most bytes that the fast path writes for a value. */
  public static final int QUICK_BYTES = 40;

  /** The highest limit on a number's digits that can be set: parsing more would take too long. */
  public static final int MOST_DIGITS = 10_000;

  private final String form;
  private final WhiteSpace whiteSpace;
  private final Function<String, T> parser;
  private final Function<T, String> printer;
  private final FastLexical<T> quick;
  private final boolean isNumber;

  /**
   * Creates the lexical forms of one type.
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

  /** The same forms with a fast path for common values. */
  public Lexical<T> quickly(FastLexical<T> way) {
    return new Lexical<>(form, whiteSpace, parser, printer, way, isNumber);
  }

  /** The same forms, marked as those of a number, whose digits are limited. */
  Lexical<T> ofNumbers() {
    return new Lexical<>(form, whiteSpace, parser, printer, quick, true);
  }

  /** Whether the texts are numbers that may have any number of digits. */
  public boolean isNumber() {
    return isNumber;
  }

  /** The value of a text by the fast path; null if {@link #parse} has to decide. */
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
   * Writes a value by the fast path into {@code bytes}, as ASCII without markup. {@link
   * #QUICK_BYTES} bytes must be free from index {@code at}. Returns the index after the value, or
   * -1 if {@link #print(Object)} has to decide.
   */
  public int print(T value, byte[] bytes, int at) {
    return quick.print(value, bytes, at);
  }

  /** The expected form of a text, in words that can follow "expected". */
  public String form() {
    return form;
  }

  /** How white space is handled before parsing. */
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
   * The same values, as far as another type takes their texts.
   *
   * @param form what a text must look like
   * @param whiteSpace that of the other type
   * @param check gives the text to parse or to write; throws {@link LexicalException} for one that
   *     is not taken
   */
  public Lexical<T> restricted(String form, WhiteSpace whiteSpace, UnaryOperator<String> check) {
    return new Lexical<>(
        form,
        whiteSpace,
        text -> parse(check.apply(text)),
        value -> check.apply(print(value)),
        FastLexical.none(),
        isNumber);
  }

  /**
   * The same forms with constraints.
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
