package org.calmanchor.web.event;

import java.time.Duration;
import java.time.Instant;
import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.Map;

/**
 * A call that a host answered, as it went over the wire; of long messages the beginning. Secrets in
 * headers and messages, as far as names tell them, are masked.
 *
 * @param at when it began
 * @param from the address of the caller
 * @param isPage whether the test page made it
 * @param path where it was sent to
 * @param operation the name of the element in the body; empty if there is none
 * @param outcome what the answer is, in words
 * @param requestHeaders the HTTP headers of the request
 * @param request the request as text, decompressed
 * @param status the HTTP status of the answer
 * @param wasAborted whether the answer was broken off
 * @param responseHeaders the HTTP headers of the answer
 * @param response the answer as text, decompressed
 * @param took from the first byte of the request to the last one of the answer
 */
public record ServedExchange(
    Instant at,
    String from,
    boolean isPage,
    String path,
    String operation,
    String outcome,
    Map<String, String> requestHeaders,
    String request,
    int status,
    boolean wasAborted,
    Map<String, String> responseHeaders,
    String response,
    Duration took) {
  /** Copies the headers. */
  public ServedExchange {
    requestHeaders = Collections.unmodifiableMap(new LinkedHashMap<>(requestHeaders));
    responseHeaders = Collections.unmodifiableMap(new LinkedHashMap<>(responseHeaders));
  }

  /** Both messages as readable text. */
  @Override
  public String toString() {
    StringBuilder text = new StringBuilder("POST ").append(path).append('\n');
    requestHeaders.forEach((name, value) -> text.append(name + ": " + value + "\n"));
    text.append('\n').append(request).append("\n\n").append(status).append('\n');
    responseHeaders.forEach((name, value) -> text.append(name + ": " + value + "\n"));
    return text.append('\n').append(response).toString();
  }
}
