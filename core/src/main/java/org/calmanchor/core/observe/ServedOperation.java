package org.calmanchor.core.observe;

/**
 * An operation that a host serves.
 *
 * @param service the name of its {@code wsdl:service}
 * @param operation its name
 */
public record ServedOperation(String service, String operation) {}
