package org.calmanchor.annotations;

import java.lang.annotation.Documented;
import java.lang.annotation.ElementType;
import java.lang.annotation.Retention;
import java.lang.annotation.RetentionPolicy;
import java.lang.annotation.Target;

/**
 * Names and documents the {@code xsd:complexType} (XML Schema 1.0 part 1, section 3.4) of a data
 * type. Records need it only when a default does not fit. An ordinary class becomes a data type by
 * it and states the order of its properties, since Java promises none.
 *
 * <pre>{@code
 * @ComplexType(name = "Mooring", doc = "A place to lie")
 * public record Berth(String code) {}
 *
 * @ComplexType(order = {"name", "phone"})
 * public class Skipper { ... }
 * }</pre>
 */
@Documented
@Retention(RetentionPolicy.RUNTIME)
@Target(ElementType.TYPE)
public @interface ComplexType {
  /**
   * The type's name; by default the simple name, after the names of its type arguments if it has
   * any.
   */
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

  /** The properties of a class in the order on the wire, attributes included. */
  String[] order() default {};

  /**
   * The types that may stand where this one is expected ({@code xsi:type}); for a sealed type,
   * those that it permits are known without it.
   */
  Class<?>[] derived() default {};

  /** What the type stands for, for the reader of the WSDL and of the test page. */
  String doc() default "";
}
