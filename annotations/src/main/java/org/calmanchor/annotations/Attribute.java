package org.calmanchor.annotations;

import java.lang.annotation.Documented;
import java.lang.annotation.ElementType;
import java.lang.annotation.Retention;
import java.lang.annotation.RetentionPolicy;
import java.lang.annotation.Target;

/**
 * Writes a record component as an {@code xsd:attribute} (XML Schema 1.0 part 1, section 3.2)
 * instead of an element. Its type must be a simple one.
 *
 * <pre>{@code
 * public record Berth(@Attribute String code, Pier pier) {}   // <berth code="H-07">...
 * }</pre>
 */
@Documented
@Retention(RetentionPolicy.RUNTIME)
@Target({ElementType.RECORD_COMPONENT, ElementType.FIELD, ElementType.METHOD})
public @interface Attribute {
  /** The attribute's name; by default the component's name. */
  String name() default "";

  /** What the value means, for the reader of the WSDL and of the test page. */
  String doc() default "";
}
