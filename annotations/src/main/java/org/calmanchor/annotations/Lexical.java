package org.calmanchor.annotations;

import java.lang.annotation.Documented;
import java.lang.annotation.ElementType;
import java.lang.annotation.Retention;
import java.lang.annotation.RetentionPolicy;
import java.lang.annotation.Target;

/**
 * The form of an enum constant on the wire (its lexical representation, XML Schema 1.0 part 2,
 * section 2.3) where that is not the constant's name.
 *
 * <pre>{@code
 * public enum Kind { FINGER, @Lexical("mooring buoy") MOORING_BUOY }
 * }</pre>
 */
@Documented
@Retention(RetentionPolicy.RUNTIME)
@Target(ElementType.FIELD)
public @interface Lexical {
  /** The text on the wire, without white space at its ends. */
  String value();
}
