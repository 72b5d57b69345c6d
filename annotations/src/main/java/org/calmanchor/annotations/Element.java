package org.calmanchor.annotations;

import java.lang.annotation.Documented;
import java.lang.annotation.ElementType;
import java.lang.annotation.Retention;
import java.lang.annotation.RetentionPolicy;
import java.lang.annotation.Target;

/**
 * Says how a parameter or record component is written as an {@code xsd:element} (XML Schema 1.0
 * part 1, section 3.3). On a method with {@link Operation} it describes the result.
 *
 * <pre>{@code
 * @Operation
 * @Element(name = "total")
 * public BigDecimal price(@Element(name = "len", doc = "metres") BigDecimal boatLength) { ... }
 * }</pre>
 */
@Documented
@Retention(RetentionPolicy.RUNTIME)
@Target({
  ElementType.PARAMETER,
  ElementType.RECORD_COMPONENT,
  ElementType.FIELD,
  ElementType.METHOD
})
public @interface Element {
  /**
   * The element's name; by default the parameter's or component's name, and {@code result} for a
   * result.
   */
  String name() default "";

  /**
   * The namespace of the element, where that is not the one of the type or message around it; the
   * element is then a global one there, referred to.
   */
  String namespace() default "";

  /**
   * 0 lets the element be left out, 1 requires it; by default the Java type decides: {@code
   * Optional}, a nullness mark and lists make it 0, everything else 1. On a list, 1 asks for at
   * least one item.
   */
  int minOccurs() default -1;

  /** Whether {@code xsi:nil="true"} may stand for null. */
  boolean nillable() default false;

  /**
   * The name of an element around the items of a list, which otherwise stand one after the other.
   */
  String wrapper() default "";

  /**
   * The built-in type of XML Schema, where the Java type has several that fit, such as {@code
   * hexBinary} for bytes; by default the first one.
   */
  String type() default "";

  /**
   * An example value, in its form on the wire, such as {@code H-07}; for a list, of one item. The
   * test page and sample messages use it. It has to be valid for the published type, which must be
   * simple.
   */
  String example() default "";

  /** What the value means, for the reader of the WSDL and of the test page. */
  String doc() default "";
}
