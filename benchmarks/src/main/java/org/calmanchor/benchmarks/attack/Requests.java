package org.calmanchor.benchmarks.attack;

import java.nio.charset.StandardCharsets;

/** Requests as bytes. */
final class Requests {
  private static final String ENVELOPE =
      "<e:Envelope xmlns:e='http://schemas.xmlsoap.org/soap/envelope/'>%s<e:Body>%s</e:Body>"
          + "</e:Envelope>";

  private Requests() {}

  /** A message with that content of its body. */
  static String message(String header, String body) {
    return ENVELOPE.formatted(header.isEmpty() ? "" : "<e:Header>" + header + "</e:Header>", body);
  }

  /** A message that calls an operation. */
  static String call(String operation, String content) {
    return message(
        "",
        "<" + operation + " xmlns='" + Quay.NAMESPACE + "'>" + content + "</" + operation + ">");
  }

  /** A request with a message. */
  static byte[] post(String message, String headers) {
    String head = head("POST /quay", "Content-Type: text/xml\r\n" + headers, message.length());
    return (head + message).getBytes(StandardCharsets.US_ASCII);
  }

  /** The head of a request, after which the connection ends. */
  static String head(String line, String headers, int length) {
    return line
        + " HTTP/1.1\r\nHost: localhost\r\nConnection: close\r\n"
        + headers
        + "Content-Length: "
        + length
        + "\r\n\r\n";
  }
}
