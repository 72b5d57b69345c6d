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

  /**
   * The XML Schema document that defines the type: a resource on the class path, relative to the
   * class's package, or absolute if it begins with a slash. The type is then published as that
   * document defines it, and the Java type has to fit it. {@link #name} and {@link #namespace} say
   * which type of the document it is. Empty for a type that is made from the code.
   */
  String document() default "";

  /** What the values stand for, for the reader of the WSDL and of the test page. */
  String doc() default "";
}
