package org.calmanchor.annotations;

import java.lang.annotation.Documented;
import java.lang.annotation.ElementType;
import java.lang.annotation.Retention;
import java.lang.annotation.RetentionPolicy;
import java.lang.annotation.Target;

/**
 * Marks a class, or an interface that a class implements, as a service: it becomes a {@code
 * wsdl:portType} (WSDL 1.1, section 2.4) with a binding and a port for SOAP 1.1 and SOAP 1.2 each.
 *
 * <pre>{@code
 * @PortType(namespace = "urn:lanternquay:berths")
 * public class BerthDesk {
 *   @Operation
 *   public int freeBerths(String pier) { ... }
 * }
 * }</pre>
 */
@Documented
@Retention(RetentionPolicy.RUNTIME)
@Target(ElementType.TYPE)
public @interface PortType {
  /**
   * The namespace of everything that the service puts on the wire: an absolute URI that your
   * organisation controls and that outlives the server's address. It is required, except with
   * {@link #document}, which has a namespace of its own.
   */
  String namespace() default "";

  /**
   * The WSDL document of a contract that came first: a resource on the class path, relative to the
   * class's package, or absolute if it begins with a slash. The document is then the contract. It
   * is served as it is, but for the addresses in it; its names, namespaces, bindings and facets
   * count, not those of the code, and the host does not start if the code does not fit. Empty for a
   * contract that is made from the code.
   */
  String document() default "";

  /**
   * The port type's name; by default the class's simple name. With {@link #document}, it says which
   * of several port types the class is.
   */
  String name() default "";

  /** The {@code wsdl:service}'s name; by default the port type's name followed by "Service". */
  String service() default "";

  /** Which methods are operations. */
  Exposing exposing() default Exposing.ANNOTATED;

  /** The versions of SOAP that the service speaks, each with a binding and a port. */
  Version[] versions() default {Version.SOAP_1_1, Version.SOAP_1_2};

  /**
   * The roles of which a caller needs one for every operation that says nothing else, or {@link
   * Role#ANYONE} or {@link Role#ANY_CALLER} alone. By default the host decides: any caller if it
   * knows callers, and anyone if it does not.
   */
  String[] callers() default {};

  /** What the service does, for the reader of the WSDL and of the test page. */
  String doc() default "";

  /** Which methods of a service are operations. */
  enum Exposing {
    /** Those marked with {@link Operation}. */
    ANNOTATED,
    /**
     * All public ones that are not marked with {@link Omit}; of those that every object has, such
     * as {@code toString}, only those marked with {@link Operation}.
     */
    PUBLIC
  }

  /** A version of SOAP. */
  enum Version {
    /** SOAP 1.1. */
    SOAP_1_1,
    /** SOAP 1.2. */
    SOAP_1_2
  }
}
