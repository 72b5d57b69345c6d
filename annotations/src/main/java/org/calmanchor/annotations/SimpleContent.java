package org.calmanchor.annotations;

import java.lang.annotation.Documented;
import java.lang.annotation.ElementType;
import java.lang.annotation.Retention;
import java.lang.annotation.RetentionPolicy;
import java.lang.annotation.Target;

/**
 * Makes a component the text of its element ({@code xsd:simpleContent}, XML Schema 1.0 part 1,
 * section 3.4). All other members of the type must be attributes.
 *
 * <pre>{@code
 * public record Depth(@Attribute String unit, @SimpleContent BigDecimal value) {}
 * // <depth unit="m">2.30</depth>
 * }</pre>
 */
@Documented
@Retention(RetentionPolicy.RUNTIME)
@Target({ElementType.RECORD_COMPONENT, ElementType.FIELD, ElementType.METHOD})
public @interface SimpleContent {}
