package org.calmanchor.annotations;

import java.lang.annotation.Documented;
import java.lang.annotation.ElementType;
import java.lang.annotation.Retention;
import java.lang.annotation.RetentionPolicy;
import java.lang.annotation.Target;

/**
 * Names and documents the {@code xsd:simpleType} (XML Schema 1.0 part 2, section 4.1) of an enum.
 * Enums need it only when a default does not fit.
 *
 * <pre>{@code
 * @SimpleType(name = "Mooring", doc = "How a boat is held")
 * public enum BerthKind { FINGER, ALONGSIDE, MOORING_BUOY }
 * }</pre>
 */
@Documented
@Retention(RetentionPolicy.RUNTIME)
@Target(ElementType.TYPE)
public @interface SimpleType {
  /** The type's name; by default the enum's simple name. */
  String name() default "";

  /** The namespace in which the type lives; by default the service's. */
  String namespace() default "";

  /** What the values stand for, for the reader of the WSDL and of the test page. */
  String doc() default "";
}
