package org.calmanchor.annotations;

import java.lang.annotation.Documented;
import java.lang.annotation.ElementType;
import java.lang.annotation.Retention;
import java.lang.annotation.RetentionPolicy;
import java.lang.annotation.Target;

/**
 * Narrows a text, bytes or a number by facets of XML Schema (XML Schema 1.0 part 2, section 4.3),
 * which are published and hold both ways. These are the ones that no constraint of {@code
 * jakarta.validation} says exactly: a constraint counts some characters twice, and zeroes at the
 * end of a number.
 *
 * <pre>{@code
 * public record Berth(
 *     @Facets(maxLength = 6) String code,
 *     @Facets(totalDigits = 8, fractionDigits = 2) BigDecimal nightlyRate) {}
 * }</pre>
 */
@Documented
@Retention(RetentionPolicy.RUNTIME)
@Target({
  ElementType.PARAMETER,
  ElementType.RECORD_COMPONENT,
  ElementType.FIELD,
  ElementType.METHOD,
  ElementType.TYPE_USE
})
public @interface Facets {
  /** The least number of characters of a text, or of bytes; -1 for none. */
  int minLength() default -1;

  /** The greatest number of characters of a text, or of bytes; -1 for none. */
  int maxLength() default -1;

  /** How many digits a whole or decimal number has at most, without leading zeroes; -1 for any. */
  int totalDigits() default -1;

  /**
   * How many digits a decimal number has at most after the point, without zeroes at the end; -1 for
   * any.
   */
  int fractionDigits() default -1;
}
