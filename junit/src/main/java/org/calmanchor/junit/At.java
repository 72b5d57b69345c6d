package org.calmanchor.junit;

import java.lang.annotation.ElementType;
import java.lang.annotation.Retention;
import java.lang.annotation.RetentionPolicy;
import java.lang.annotation.Target;

/** Says which service a parameter of a test is about, where {@link HostedServices} has several. */
@Target(ElementType.PARAMETER)
@Retention(RetentionPolicy.RUNTIME)
public @interface At {
  /** The path of the service, such as {@code /fuel}. */
  String value();
}
