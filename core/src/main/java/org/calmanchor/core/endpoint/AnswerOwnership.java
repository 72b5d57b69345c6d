package org.calmanchor.core.endpoint;

/**
 * The right to write the answer of one call. {@link CallState} gives it to one owner at a time; an
 * owner is known by this token, never by its thread.
 */
final class AnswerOwnership {}
