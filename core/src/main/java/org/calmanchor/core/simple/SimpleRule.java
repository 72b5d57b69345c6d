package org.calmanchor.core.simple;

import java.util.ArrayList;
import java.util.List;
import java.util.function.Function;
import org.calmanchor.core.lexical.LexicalException;
import org.calmanchor.core.lexical.WhiteSpace;
import org.jspecify.annotations.Nullable;

/** What the texts of a simple type must look like. Immutable and safe for any number of threads. */
public final class SimpleRule {
  private final String form;
  private final WhiteSpace whiteSpace;
  private final @Nullable String primitive;
  private final @Nullable SimpleRule item;
  private final List<SimpleRule> members;
  private final Function<String, Object> parser;

  private SimpleRule(
      String form,
      WhiteSpace whiteSpace,
      @Nullable String primitive,
      @Nullable SimpleRule item,
      List<SimpleRule> members,
      Function<String, Object> parser) {
    this.form = form;
    this.whiteSpace = whiteSpace;
    this.primitive = primitive;
    this.item = item;
    this.members = members;
    this.parser = parser;
  }

  static SimpleRule primitive(String name, WhiteSpace whiteSpace) {
    Primitive primitive = Primitive.of(name);
    return new SimpleRule(primitive.form(), whiteSpace, name, null, List.of(), primitive.parser());
  }

  /** Any text. */
  static SimpleRule any() {
    return new SimpleRule("text", WhiteSpace.PRESERVE, null, null, List.of(), text -> text);
  }

  static SimpleRule listOf(SimpleRule item) {
    return new SimpleRule(
        "a list, separated by spaces, of " + item.form,
        WhiteSpace.COLLAPSE,
        null,
        item,
        List.of(),
        text -> items(text, item));
  }

  private static Object items(String text, SimpleRule item) {
    List<Object> values = new ArrayList<>();
    for (String each : text.isEmpty() ? new String[0] : text.split(" ")) {
      values.add(item.parse(each));
    }
    return values;
  }

  /** A value of the first of {@code members} that takes it. */
  static SimpleRule unionOf(List<SimpleRule> members) {
    return new SimpleRule(
        String.join(", or ", members.stream().map(SimpleRule::form).distinct().toList()),
        WhiteSpace.PRESERVE,
        null,
        null,
        List.copyOf(members),
        text -> first(text, members));
  }

  private static Object first(String text, List<SimpleRule> members) {
    for (SimpleRule member : members) {
      try {
        return member.parse(text);
      } catch (LexicalException notThis) {
        // The next member may take it.
      }
    }
    throw new LexicalException("not a value of any member");
  }

  /**
   * The same rule with further checks.
   *
   * @param form what a text must look like; null for the same as before
   * @param text checks the text without the white space that the type ignores
   * @param value checks the value
   */
  SimpleRule checked(
      @Nullable String form,
      WhiteSpace whiteSpace,
      List<PatternFacet> text,
      List<ValueCheck> value) {
    return new SimpleRule(
        form == null ? this.form : form,
        whiteSpace,
        primitive,
        item,
        members,
        normalized -> {
          for (PatternFacet pattern : text) {
            pattern.check(isUnion() ? WhiteSpace.collapse(normalized) : normalized);
          }
          Object parsed = parser.apply(normalized);
          value.forEach(check -> check.check(parsed));
          return parsed;
        });
  }

  /** Checks a value. */
  @FunctionalInterface
  interface ValueCheck {
    /**
     * Checks a value.
     *
     * @throws LexicalException when it is not allowed
     */
    void check(Object value);
  }

  /** What a text must look like, in words that follow "expected". */
  public String form() {
    return form;
  }

  /** What becomes of white space before anything is checked. */
  public WhiteSpace whiteSpace() {
    return whiteSpace;
  }

  @Nullable String primitive() {
    return primitive;
  }

  boolean isList() {
    return item != null;
  }

  boolean isUnion() {
    return !members.isEmpty();
  }

  /**
   * The value of {@code text}, after the type's white space rule.
   *
   * @throws LexicalException when it is no value of the type
   */
  Object parse(String text) {
    return parser.apply(whiteSpace.apply(text));
  }

  /**
   * The text without the white space that the type ignores.
   *
   * @throws LexicalException when it is no value of the type
   */
  public String check(String text) {
    parse(text);
    return whiteSpace.apply(text);
  }

  /**
   * Whether two texts are the same value.
   *
   * @throws LexicalException when one is no value of the type
   */
  public boolean isSame(String one, String other) {
    return Primitive.areEqual(parse(one), parse(other));
  }
}
