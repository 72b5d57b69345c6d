package org.calmanchor.client;

import org.calmanchor.core.dynamic.Outcome;

/**
 * What came back from a service.
 *
 * @param status the HTTP status
 * @param outcome what the message says; of a one-way operation that was accepted, a result without
 *     values
 * @param message the message as it came, decompressed; may be empty
 * @param exchange what went over the wire, with secrets masked
 */
public record DynamicAnswer(int status, Outcome outcome, String message, SentExchange exchange) {}
