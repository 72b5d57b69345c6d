package org.calmanchor.client;

import java.util.Collections;
import java.util.Map;
import java.util.TreeMap;

/**
 * A request as it was sent, and what came back; of long messages the beginning. Secrets in headers
 * and messages, as far as names tell them, are masked.
 *
 * @param address where it was sent to
 * @param requestHeaders the HTTP headers that were set for it
 * @param request the message, as text
 * @param status the HTTP status of the answer; 0 when there was none
 * @param responseHeaders the HTTP headers of the answer
 * @param response the answer, as text; empty when there was none
 */
public record SentExchange(
    String address,
    Map<String, String> requestHeaders,
    String request,
    int status,
    Map<String, String> responseHeaders,
    String response) {
  /** Copies the headers, in the order of their names. */
  public SentExchange {
    requestHeaders = Collections.unmodifiableMap(new TreeMap<>(requestHeaders));
    responseHeaders = Collections.unmodifiableMap(new TreeMap<>(responseHeaders));
  }

  /** Both messages as readable text. */
  @Override
  public String toString() {
    StringBuilder text = new StringBuilder("POST ").append(address).append('\n');
    requestHeaders.forEach((name, value) -> text.append(name + ": " + value + "\n"));
    text.append('\n').append(request).append("\n\n").append(status).append('\n');
    responseHeaders.forEach((name, value) -> text.append(name + ": " + value + "\n"));
    return text.append('\n').append(response).toString();
  }
}
