package org.calmanchor.core.endpoint;

/**
 * The right to write the answer of a call. {@link CallState} gives it to one owner at a time. It is
 * a token, not a thread, since a call may change threads.
 */
final class AnswerOwnership {}
