package org.calmanchor.benchmarks.http;

import java.nio.charset.StandardCharsets;
import java.util.List;

/** The requests that are sent, as JSON and as SOAP, and what a right answer holds. */
enum Exchanges {
  SMALL("quoteStay", "140.25"),
  MEDIUM("findBerths", "H-149"),
  LARGE("sumRates", "32495.00");

  private static final int RECORDS_IN = 1000;

  private final String operation;
  private final String expected;

  Exchanges(String operation, String expected) {
    this.operation = operation;
    this.expected = expected;
  }

  String operation() {
    return operation;
  }

  /** A text that a correct answer contains. */
  String expected() {
    return expected;
  }

  /** The request's body. */
  byte[] body(boolean isJson) {
    String body =
        switch (this) {
          case SMALL ->
              isJson
                  ? "{\"boatLength\":12.35,\"arrival\":\"2027-06-11\",\"nights\":3}"
                  : soap(
                      "<t:boatLength>12.35</t:boatLength><t:arrival>2027-06-11</t:arrival>"
                          + "<t:nights>3</t:nights>");
          case MEDIUM -> isJson ? "{\"count\":50}" : soap("<t:count>50</t:count>");
          case LARGE -> isJson ? json() : soap(xml());
        };
    return body.getBytes(StandardCharsets.UTF_8);
  }

  private String soap(String content) {
    return "<?xml version=\"1.0\" encoding=\"utf-8\"?><s:Envelope"
        + " xmlns:s=\"http://schemas.xmlsoap.org/soap/envelope/\"><s:Body><t:"
        + operation
        + " xmlns:t=\""
        + Harbor.NAMESPACE
        + "\">"
        + content
        + "</t:"
        + operation
        + "></s:Body></s:Envelope>";
  }

  private static List<Harbor.Berth> records() {
    return new Harbor().findBerths(RECORDS_IN);
  }

  private static String xml() {
    StringBuilder xml = new StringBuilder();
    for (Harbor.Berth berth : records()) {
      xml.append("<t:berths code=\"").append(berth.code()).append("\"><t:pier>");
      xml.append(berth.pier()).append("</t:pier><t:maxLength>").append(berth.maxLength());
      xml.append("</t:maxLength><t:nightlyRate>").append(berth.nightlyRate());
      xml.append("</t:nightlyRate><t:shorePower>").append(berth.shorePower());
      xml.append("</t:shorePower><t:surveyed>").append(berth.surveyed());
      xml.append("</t:surveyed></t:berths>");
    }
    return xml.toString();
  }

  private static String json() {
    StringBuilder json = new StringBuilder("{\"berths\":[");
    for (Harbor.Berth berth : records()) {
      json.append(json.charAt(json.length() - 1) == '[' ? "" : ",");
      json.append("{\"code\":\"").append(berth.code()).append("\",\"pier\":\"");
      json.append(berth.pier()).append("\",\"maxLength\":").append(berth.maxLength());
      json.append(",\"nightlyRate\":").append(berth.nightlyRate()).append(",\"shorePower\":");
      json.append(berth.shorePower()).append(",\"surveyed\":\"").append(berth.surveyed());
      json.append("\"}");
    }
    return json.append("]}").toString();
  }

  /** The whole request. */
  byte[] request(String path, boolean isJson, String headers) {
    byte[] body = body(isJson);
    byte[] head =
        ("POST "
                + path
                + " HTTP/1.1\r\nHost: localhost\r\nContent-Type: "
                + (isJson ? "application/json" : "text/xml; charset=utf-8")
                + "\r\nContent-Length: "
                + body.length
                + "\r\n"
                + headers
                + "\r\n")
            .getBytes(StandardCharsets.US_ASCII);
    byte[] all = new byte[head.length + body.length];
    System.arraycopy(head, 0, all, 0, head.length);
    System.arraycopy(body, 0, all, head.length, body.length);
    return all;
  }
}
