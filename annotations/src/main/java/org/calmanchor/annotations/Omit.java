package org.calmanchor.annotations;

import java.lang.annotation.Documented;
import java.lang.annotation.ElementType;
import java.lang.annotation.Retention;
import java.lang.annotation.RetentionPolicy;
import java.lang.annotation.Target;

/**
 * Leaves a component, property or method out of the contract: it exists in Java only. A member that
 * is left out where values are read must be able to be absent.
 *
 * <pre>{@code
 * public record Berth(@Attribute String code, @Omit Optional<String> draftNote) {}
 * }</pre>
 */
@Documented
@Retention(RetentionPolicy.RUNTIME)
@Target({ElementType.RECORD_COMPONENT, ElementType.FIELD, ElementType.METHOD})
public @interface Omit {}
