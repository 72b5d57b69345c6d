package org.calmanchor.web.page;

/**
 * A part of a WSDL document with its explanation.
 *
 * @param kind what it is, in the words of the standard
 * @param name its name
 * @param line the line at which it begins, from 1
 * @param purpose what it is for, a sentence that follows its name
 * @param operation the operation that it belongs to; empty for none, or several
 */
public record WsdlPart(String kind, String name, int line, String purpose, String operation) {}
