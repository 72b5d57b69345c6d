/** Tests of services in a Spring Boot application. */
@NullMarked
package org.calmanchor.spring.test;

import org.jspecify.annotations.NullMarked;
