package org.calmanchor.annotations;

import java.lang.annotation.Documented;
import java.lang.annotation.ElementType;
import java.lang.annotation.Retention;
import java.lang.annotation.RetentionPolicy;
import java.lang.annotation.Target;

/**
 * Makes an exception a declared fault ({@code wsdl:fault}, WSDL 1.1, section 2.4) of every
 * operation whose {@code throws} clause names it. Its message is the fault's reason. Its detail's
 * members are the parameters that follow the message in its public constructor; each needs an
 * accessor of the same name.
 *
 * <pre>{@code
 * @Fault(code = Fault.Code.SENDER)
 * public class BerthTaken extends Exception {
 *   private final String berth;
 *
 *   public BerthTaken(String message, String berth) {
 *     super(message);
 *     this.berth = berth;
 *   }
 *
 *   public String berth() {
 *     return berth;
 *   }
 * }
 * }</pre>
 */
@Documented
@Retention(RetentionPolicy.RUNTIME)
@Target(ElementType.TYPE)
public @interface Fault {
  /** The name of the fault and of its detail element; by default the exception's simple name. */
  String name() default "";

  /** The namespace of the detail element; by default the service's. */
  String namespace() default "";

  /** Whose doing the fault is. */
  Code code() default Code.RECEIVER;

  /** When the fault happens, for the reader of the WSDL and of the test page. */
  String doc() default "";

  /** Whose doing a fault is (SOAP 1.2 part 1, section 5.4.6; SOAP 1.1, section 4.4.1). */
  enum Code {
    /** The caller must send something else ("Client" in SOAP 1.1). */
    SENDER,
    /** The service could not do it now ("Server" in SOAP 1.1). */
    RECEIVER
  }
}
