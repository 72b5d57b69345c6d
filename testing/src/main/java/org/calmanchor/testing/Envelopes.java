package org.calmanchor.testing;

/** SOAP messages around given contents. The prefix of SOAP's own elements is {@code e}. */
public final class Envelopes {
  /** The namespace of envelopes of SOAP 1.1. */
  public static final String SOAP_11 = "http://schemas.xmlsoap.org/soap/envelope/";

  /** The namespace of envelopes of SOAP 1.2. */
  public static final String SOAP_12 = "http://www.w3.org/2003/05/soap-envelope";

  private Envelopes() {}

  /** A message of SOAP 1.1 without header blocks. */
  public static String soap11(String body) {
    return envelope(SOAP_11, "", "", body);
  }

  /** A message of SOAP 1.1 with header blocks. */
  public static String soap11(String headerBlocks, String body) {
    return envelope(SOAP_11, "", headerBlocks, body);
  }

  /** A message of SOAP 1.1 whose body element has that name and namespace. */
  public static String call(String namespace, String operation, String content) {
    return soap11(
        "<" + operation + " xmlns='" + namespace + "'>" + content + "</" + operation + ">");
  }

  /** A message of SOAP 1.1 as one of SOAP 1.2. */
  public static String asSoap12(String message) {
    return message.replace(SOAP_11, SOAP_12);
  }

  /**
   * A message.
   *
   * @param namespace the namespace of SOAP's own elements
   * @param declarations more attributes of the envelope, such as declarations of prefixes
   * @param headerBlocks the content of the header; if it is empty, there is no header
   * @param body the content of the body
   */
  public static String envelope(
      String namespace, String declarations, String headerBlocks, String body) {
    return "<e:Envelope xmlns:e='"
        + namespace
        + (declarations.isEmpty() ? "'>" : "' " + declarations + ">")
        + (headerBlocks.isEmpty() ? "" : "<e:Header>" + headerBlocks + "</e:Header>")
        + "<e:Body>"
        + body
        + "</e:Body></e:Envelope>";
  }
}
