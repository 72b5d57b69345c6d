package org.calmanchor.annotations;

import java.lang.annotation.Documented;
import java.lang.annotation.ElementType;
import java.lang.annotation.Retention;
import java.lang.annotation.RetentionPolicy;
import java.lang.annotation.Target;

/**
 * Writes a record component or property as an {@code xsd:attribute} (XML Schema 1.0 part 1, section
 * 3.2) instead of an element. Its type must be a simple one.
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

  /** Whether the attribute must be present. One whose type lets it be absent is always optional. */
  Use use() default Use.REQUIRED;

  /**
   * The default value in its lexical form, used when the attribute is absent; it makes the
   * attribute optional. Empty for none.
   */
  String defaultValue() default "";

  /**
   * An example value, in its form on the wire. The test page and sample messages use it. It has to
   * be valid for the published type.
   */
  String example() default "";

  /** What the value means, for the reader of the WSDL and of the test page. */
  String doc() default "";

  /** Whether an attribute must be present (XML Schema 1.0 part 1, section 3.2.2). */
  enum Use {
    /** It must. */
    REQUIRED,
    /** It may be left out. */
    OPTIONAL
  }
}
