package org.calmanchor.annotations;

import java.lang.annotation.Documented;
import java.lang.annotation.ElementType;
import java.lang.annotation.Retention;
import java.lang.annotation.RetentionPolicy;
import java.lang.annotation.Target;

/**
 * Uses only some members of a data type where it is written, as a {@code xsd:complexType} of its
 * own, so that nobody writes nearly equal records. Members are named as in Java. A member left out
 * where values are read must be able to be absent.
 *
 * <pre>{@code
 * @Operation
 * public List<@Shape(name = "BerthLine", only = {"code", "pier"}) Berth> listBerths() { ... }
 * }</pre>
 */
@Documented
@Retention(RetentionPolicy.RUNTIME)
@Target(ElementType.TYPE_USE)
public @interface Shape {
  /** The name of the type made so. */
  String name();

  /** The members that it has; give this or {@link #omit}. */
  String[] only() default {};

  /** The members that it lacks; give this or {@link #only}. */
  String[] omit() default {};
}
