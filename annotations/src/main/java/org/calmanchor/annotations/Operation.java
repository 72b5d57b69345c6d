package org.calmanchor.annotations;

import java.lang.annotation.Documented;
import java.lang.annotation.ElementType;
import java.lang.annotation.Retention;
import java.lang.annotation.RetentionPolicy;
import java.lang.annotation.Target;

/**
 * Exposes a public method as a {@code wsdl:operation} (WSDL 1.1, section 2.4). Methods without it
 * stay private to Java.
 *
 * <pre>{@code
 * @Operation(name = "quoteStayByDates", doc = "Price of a stay between two days")
 * public Quote quoteStay(BigDecimal boatLength, LocalDate arrival, LocalDate departure) { ... }
 * }</pre>
 */
@Documented
@Retention(RetentionPolicy.RUNTIME)
@Target(ElementType.METHOD)
public @interface Operation {
  /**
   * The operation's name, which is also the request's element; by default the method's name.
   * Overloads need a name of their own each.
   */
  String name() default "";

  /**
   * The action URI of the request; by default the service's namespace, the port type and the
   * operation, joined by ':' for a URN and by '/' otherwise.
   */
  String action() default "";

  /** The response's element; by default the operation's name followed by "Response". */
  String response() default "";

  /**
   * Whether the caller gets no answer but that the message arrived and was read (WSDL 1.1, section
   * 2.4.1); for methods without result and faults.
   */
  boolean oneWay() default false;

  /**
   * Exceptions with {@link Fault} that the operation may end in besides those that it declares by
   * {@code throws}, as asynchronous ones do.
   */
  Class<? extends Throwable>[] faults() default {};

  /**
   * The roles of which a caller needs one, or {@link Role#ANYONE} or {@link Role#ANY_CALLER} alone;
   * by default those of {@link PortType#callers}.
   */
  String[] callers() default {};

  /**
   * How long an answer may be given again to requests with equal values, as in {@code PT1M}: an
   * {@code xsd:duration} of days and less. Empty for never. For operations that only read; not with
   * streams, binaries and header blocks of the answer. A method that changes what others read says
   * so: {@code CallContext.current().forget("find")}.
   */
  String freshFor() default "";

  /** What the operation does, for the reader of the WSDL and of the test page. */
  String doc() default "";
}
