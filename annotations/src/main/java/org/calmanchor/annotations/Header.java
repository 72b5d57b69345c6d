package org.calmanchor.annotations;

import java.lang.annotation.Documented;
import java.lang.annotation.ElementType;
import java.lang.annotation.Retention;
import java.lang.annotation.RetentionPolicy;
import java.lang.annotation.Target;

/**
 * Carries a parameter as a header block of the message ({@code soap:header}, WSDL 1.1, section 3.7)
 * instead of in its body. A parameter of type {@link HeaderOut} is a block of the answer.
 *
 * <pre>{@code
 * @Operation
 * public Confirmation reserve(Reservation reservation, @Header HarborPass pass) { ... }
 * }</pre>
 */
@Documented
@Retention(RetentionPolicy.RUNTIME)
@Target(ElementType.PARAMETER)
public @interface Header {
  /** The block's element; by default the parameter's name. */
  String name() default "";

  /** The namespace of the block's element; by default the service's. */
  String namespace() default "";

  /**
   * Whether each message must carry the block. Only required blocks stand in the binding, since
   * what stands there must be sent; an optional one is a global element of the schema. A parameter
   * that may be absent by its type is never required.
   */
  boolean required() default true;

  /**
   * An example value, in its form on the wire. The test page and sample messages use it. It has to
   * be valid for the published type, which must be simple.
   */
  String example() default "";

  /** What the block is for, for the reader of the WSDL and of the test page. */
  String doc() default "";
}
