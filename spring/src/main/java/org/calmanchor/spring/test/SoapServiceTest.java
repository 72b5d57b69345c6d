package org.calmanchor.spring.test;

import java.lang.annotation.Documented;
import java.lang.annotation.ElementType;
import java.lang.annotation.Inherited;
import java.lang.annotation.Retention;
import java.lang.annotation.RetentionPolicy;
import java.lang.annotation.Target;
import org.calmanchor.spring.CalmAnchorAutoConfiguration;
import org.springframework.boot.autoconfigure.ImportAutoConfiguration;
import org.springframework.boot.autoconfigure.web.servlet.ServletWebServerFactoryAutoConfiguration;
import org.springframework.boot.test.autoconfigure.OverrideAutoConfiguration;
import org.springframework.boot.test.autoconfigure.filter.TypeExcludeFilters;
import org.springframework.boot.test.context.SpringBootTest;

/**
 * A test of SOAP services over HTTP, without the rest of the application: its server on a free
 * port, the beans with {@link org.calmanchor.annotations.PortType}, and nothing else. What they
 * need is imported or replaced by the test; {@link org.calmanchor.spring.ServiceAddresses} says
 * where they answer.
 */
@Documented
@Inherited
@Retention(RetentionPolicy.RUNTIME)
@Target(ElementType.TYPE)
@SpringBootTest(webEnvironment = SpringBootTest.WebEnvironment.RANDOM_PORT)
@OverrideAutoConfiguration(enabled = false)
@TypeExcludeFilters(ServiceTypeFilter.class)
@ImportAutoConfiguration({
  ServletWebServerFactoryAutoConfiguration.class,
  CalmAnchorAutoConfiguration.class
})
public @interface SoapServiceTest {
  /** The classes of the services; all of the application if there is none. */
  Class<?>[] value() default {};
}
