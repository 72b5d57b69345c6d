/** Annotated beans of a Spring Boot application as SOAP services on its own server. */
@NullMarked
package org.calmanchor.spring;

import org.jspecify.annotations.NullMarked;
