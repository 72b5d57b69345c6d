package org.calmanchor.core.problem;

/**
 * A mistake in a message, as a fault reports it.
 *
 * @param path the element or attribute, from the message's own element on
 * @param code what kind of mistake, such as {@code value} or {@code missing}
 * @param expected what belongs there
 * @param found the value that was found; may be empty
 */
public record ReportedProblem(String path, String code, String expected, String found) {}
