package org.calmanchor.spring.quay;

import org.springframework.boot.autoconfigure.SpringBootApplication;

/** An application that hosts services of Lantern Quay. */
@SpringBootApplication(proxyBeanMethods = false)
public class Quay {}
