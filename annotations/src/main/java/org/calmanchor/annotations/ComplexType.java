package org.calmanchor.annotations;

import java.lang.annotation.Documented;
import java.lang.annotation.ElementType;
import java.lang.annotation.Retention;
import java.lang.annotation.RetentionPolicy;
import java.lang.annotation.Target;

/**
 * Names and documents the {@code xsd:complexType} (XML Schema 1.0 part 1, section 3.4) of a record.
 * Records need it only when a default does not fit.
 *
 * <pre>{@code
 * @ComplexType(name = "Mooring", doc = "A place to lie")
 * public record Berth(String code) {}
 * }</pre>
 */
@Documented
@Retention(RetentionPolicy.RUNTIME)
@Target(ElementType.TYPE)
public @interface ComplexType {
  /** The type's name; by default the record's simple name. */
  String name() default "";

  /** What the type stands for, for the reader of the WSDL and of the test page. */
  String doc() default "";
}
