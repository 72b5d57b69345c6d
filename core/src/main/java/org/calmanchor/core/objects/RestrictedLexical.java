package org.calmanchor.core.objects;

import org.calmanchor.core.lexical.Lexical;
import org.calmanchor.core.lexical.LexicalException;
import org.calmanchor.core.model.ValueConstraint;
import org.calmanchor.core.simple.SimpleRule;
import org.jspecify.annotations.Nullable;

/** The lexical forms of a Java type, as far as a simple type of a document takes them. */
final class RestrictedLexical {
  private RestrictedLexical() {}

  /** The forms; {@code constraint} is the default or fixed value, or null. */
  static Lexical<Object> of(
      Lexical<Object> java, SimpleRule rule, @Nullable ValueConstraint constraint) {
    return java.restricted(rule.form(), rule.whiteSpace(), text -> checked(text, rule, constraint));
  }

  private static String checked(
      String text, SimpleRule rule, @Nullable ValueConstraint constraint) {
    String value = rule.check(text);
    if (constraint != null && constraint.isFixed() && !rule.isSame(text, constraint.lexical())) {
      throw LexicalException.constrained("only " + constraint.lexical());
    }
    return value;
  }
}
